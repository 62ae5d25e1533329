import { readFile, rename, writeFile } from 'node:fs/promises'
import { buffer } from 'node:stream/consumers'
import {
  asTicked,
  channelAt,
  eventsOf,
  logOf,
  prepare,
  fan as fanOf,
  beginRun,
  BrokenRun,
  RunError,
  stateAt,
  walksOf,
  type Run,
} from '../core/engine'
import { creditTable, parseShow, ShowError, type Show, type Walk, fieldIn } from '../core/show'
import { CliError, FAULTS } from './errors'
import { createProgress } from './progress'
import { documentIn } from './sound-files'
import { eventTable, tickedTable } from './tables'
import { messageOf } from '../core/base'

export interface RunOptions {
  progress?: boolean
  walk: string[]
  seed: number
  length?: number
}

async function readText(file: string): Promise<string> {
  if (file === '-') return utf8Of(await buffer(process.stdin), 'What came in')
  let bytes: Buffer
  try {
    bytes = await readFile(file)
  } catch (error) {
    const code = fieldIn(error, 'code')
    throw new CliError(code === 'ENOENT' ? FAULTS.noFile(file) : FAULTS.unreadable(file, code))
  }
  return utf8Of(bytes, `"${file}"`)
}

function utf8Of(bytes: Uint8Array, what: string): string {
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(bytes)
  } catch {
    throw new CliError(FAULTS.notUtf8(what))
  }
}

/** What core throws at a person's mistake, as one line. */
function mended<T>(work: () => T): T {
  try {
    return work()
  } catch (error) {
    if (error instanceof RunError)
      throw new CliError(error.message, 1, error instanceof BrokenRun ? error.run : undefined)
    if (error instanceof ShowError) throw new CliError(error.message.replaceAll('\n', ' '))
    throw error
  }
}

export async function readShowFile(file: string): Promise<Show> {
  const source = file.endsWith('.zip') ? utf8Of(await documentIn(file), `"${file}"`) : await readText(file)
  return mended(() => parseShow(source))
}

async function playFile(file: string, options: RunOptions): Promise<{ show: Show; result: Run }> {
  const show = await readShowFile(file)
  return { show, result: await play(show, options) }
}

export async function play(show: Show, options: RunOptions): Promise<Run> {
  await prepare(show)
  if (options.walk.length === 0) throw new CliError(FAULTS.nameWalk(show.walks.map((w) => w.id)))
  const walks = mended(() => walksOf(show, options.walk))
  return playThrough(show, walks, options)
}

/** So much of a run is played before it is told how far it has come (s). */
const STRETCH = 60

/** Plays it a stretch at a time, so that it can tell how far it has come and be given up in between. */
async function playThrough(show: Show, walks: Walk[], { seed, length, progress }: RunOptions): Promise<Run> {
  const under = beginRun(show, walks, { seed, length })
  const told = createProgress(progress)
  try {
    for (let until = STRETCH; mended(() => under.goOn(until)); until += STRETCH) await told.cameTo(until)
    return under.end()
  } finally {
    told.end()
  }
}

interface RunOutput {
  out?: string
  table?: boolean
  at?: number
  ticked?: number
}

export async function run(file: string, options: RunOptions & RunOutput): Promise<void> {
  const show = await readShowFile(file)
  try {
    await write(outputOf(show, await play(show, options), options), options.out)
  } catch (error) {
    // A run without end is written as far as it came.
    if (error instanceof CliError && error.run) await write(outputOf(show, error.run, options), options.out)
    throw error
  }
}

function outputOf(show: Show, result: Run, { at, ticked, table }: RunOutput): string {
  if (at !== undefined) return JSON.stringify(stateAt(show, result, at), null, 2)
  if (ticked !== undefined) return tickedTable(show, asTicked(result, ticked), ticked)
  return table ? eventTable(eventsOf(result)) : JSON.stringify(logOf(show, result))
}

/** Writes a text with a line end to a file, or to standard output. */
export async function write(text: string, out: string | undefined): Promise<void> {
  if (out === undefined) {
    process.stdout.write(text + '\n')
    return
  }
  try {
    // A file is there only once it is whole.
    const unfinished = `${out}.unfinished`
    await writeFile(unfinished, text + '\n')
    await rename(unfinished, out)
  } catch (error) {
    throw new CliError(FAULTS.unwritable(out, fieldIn(error, 'code')))
  }
}

/** Prints whom the sounds of a show are owed to. */
export async function credits(file: string): Promise<void> {
  process.stdout.write(creditTable(await readShowFile(file)))
}

export async function checkFormat(file: string): Promise<void> {
  const show = await readShowFile(file)
  process.stdout.write(
    `"${show.title}" is a valid show: ${show.zones.length} zones, ${show.cues.length} cues, ${show.walks.length} walks\n`,
  )
}

export async function channel(
  file: string,
  options: RunOptions & { channel: string; at: number[]; player?: string },
): Promise<void> {
  const { show, result } = await playFile(file, options)
  const isPlayer = (id: string) => show.walks.find((walk) => walk.id === id)?.body.kind === 'player'
  const named = options.player ?? result.walks.find(isPlayer) ?? result.walks[0]
  const player = result.walks.indexOf(named!)
  if (player < 0) throw new CliError(FAULTS.notInRun(String(named), result.walks))
  let values
  try {
    values = options.at.map((t) => channelAt(show, result, options.channel, t, player))
  } catch (error) {
    throw new CliError(messageOf(error))
  }
  process.stdout.write(JSON.stringify(values) + '\n')
}

/** How a fling goes with seed after seed: what was drawn, where it comes to lie, and what it hits. */
export async function fan(
  file: string,
  { rule, step, seeds, who, full }: { rule: string; step: string; seeds: number; who: string; full?: boolean },
): Promise<void> {
  const show = await readShowFile(file)
  await prepare(show)
  const numbers = Array.from({ length: seeds }, (_, index) => index + 1)
  const flights = mended(() => fanOf(show, rule, step, numbers, who))
  const told = flights.map(({ positions, ...flight }) => ({
    ...flight,
    seconds: (positions.length - 1) / 120,
    lies: positions[positions.length - 1],
    ...(full && { positions }),
  }))
  process.stdout.write(JSON.stringify(told) + '\n')
}
