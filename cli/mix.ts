import { hundredths } from '../core/base'
import { open, rename, rm } from 'node:fs/promises'
import { mixdown, MixError, type MixReport } from '../core/mix'
import { BUSES, type Show } from '../core/show'
import { CliError, FAULTS } from './errors'
import { play, readShowFile, type RunOptions } from './commands'
import { createProgress } from './progress'
import { soundFiles } from './sound-files'

interface MixCommand extends RunOptions {
  out: string
  sounds?: string
  player?: string
  bus?: string
  cue?: string
  stems?: boolean
  json?: boolean
}

/** Mixes a run as one of its players hears it into a WAV file, or one for each bus. */
export async function mix(file: string, options: MixCommand): Promise<void> {
  const show = await readShowFile(file)
  checkNamed(show, options)
  const run = await play(show, options)
  const named = options.player ?? run.walks.find((_, i) => run.players[i])
  const player = named === undefined ? -1 : run.walks.indexOf(named)
  if (player < 0 || !run.players[player])
    throw new CliError(named === undefined ? FAULTS.noPlayers : FAULTS.noPlayer(named))
  const { source, missing } = await soundFiles(show, file, options.sounds)
  const buses = options.stems ? [...new Set(run.audible.map(({ bus }) => bus))].sort() : [options.bus]
  const reports: { [file: string]: MixReport } = {}
  for (const bus of buses) {
    const out = options.stems ? options.out.replace(/(\.wav)?$/i, `.${bus}.wav`) : options.out
    const told = createProgress(options.progress)
    const unfinished = `${out}.unfinished`
    const to = await open(unfinished, 'w').catch((error: NodeJS.ErrnoException) => {
      throw new CliError(FAULTS.unwritable(out, error.code))
    })
    try {
      const report = await mixdown(show, run, player, {
        bus,
        cue: options.cue,
        source,
        write: async (bytes) => void (await to.writeFile(bytes)),
        tell: async (share) => {
          await told.cameTo(share * run.length)
          return true
        },
      })
      reports[out] = report!
      await to.close()
      await rename(unfinished, out)
    } catch (error) {
      await to.close()
      await rm(unfinished, { force: true })
      throw error instanceof MixError ? new CliError(error.message) : error
    } finally {
      told.end()
    }
  }
  for (const name of missing) process.stderr.write(`esvik: "${name}" is nowhere to be found and is not in the mix\n`)
  if (options.json) process.stdout.write(`${JSON.stringify(plain(reports))}\n`)
  else for (const [out, report] of Object.entries(reports)) process.stdout.write(`${out}: ${wordsOf(report)}\n`)
}

function checkNamed(show: Show, { bus, cue }: MixCommand): void {
  const buses = [...new Set([...BUSES, ...show.buses.map(({ id }) => id)])]
  if (bus !== undefined && !buses.includes(bus)) throw new CliError(FAULTS.noBus(bus, buses))
  if (cue !== undefined && !show.cues.some(({ id }) => id === cue)) throw new CliError(FAULTS.noCue(cue))
}

const tenth = (value: number | undefined): string => (value === undefined ? '–' : value.toFixed(1).replace('-', '−'))
function wordsOf({ seconds, integrated, loudestShortTerm, range, truePeak, cut }: MixReport): string {
  const over = cut > 0 ? `; ${cut} samples lay beyond full scale and were cut off` : ''
  return `${seconds.toFixed(1)} s, ${tenth(integrated)} LUFS in whole, ${tenth(loudestShortTerm)} in its loudest 3 s, range ${tenth(range)} LU, true peak ${tenth(truePeak)} dB${over}`
}
const plain = (reports: { [file: string]: MixReport }) =>
  Object.fromEntries(
    Object.entries(reports).map(([out, { shortTerm, ...report }]) => [
      out,
      { ...report, shortTerm: Array.from(shortTerm, hundredths) },
    ]),
  )
