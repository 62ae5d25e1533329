import { once } from 'node:events'
import { existsSync } from 'node:fs'
import { createInterface } from 'node:readline/promises'
import { Command } from 'commander'
import { database } from '../data/connection'
import { migrate } from '../data/migrations'
import { Refusal } from '../http/refusal'
import { backup } from './backup'
import type { ReadBackup } from './read'
import { BrokenBackup, restore, sentences, showsNow } from './restore'
import { messageOf } from '../../core/base'

const said = (text: string) => void process.stdout.write(`${text}\n`)
/** Tells on a terminal how far long work has come. */
const tell = (done: number, of: number) =>
  void (process.stderr.isTTY && process.stderr.write(`\r${done} of ${of} files …${done + 1 === of ? '\r\x1b[K' : ''}`))
const contents = ({ shows, sounds }: ReadBackup) => `${shows.length} shows and ${sounds.length} sounds`

const tellFaults = ({ faults }: ReadBackup, words: string) =>
  void process.stderr.write(
    `${words}:\n${sentences(faults)
      .map((line) => `  ${line}\n`)
      .join('')}`,
  )

async function asked(question: string): Promise<boolean> {
  const ask = createInterface({ input: process.stdin, output: process.stdout })
  // Where nobody can answer, the answer is no.
  const nobody = once(ask, 'close').then(() => '\n')
  const answer = await Promise.race([ask.question(question), nobody])
  ask.close()
  return answer.trim() === 'yes'
}

const program = new Command('esvik')
program
  .command('backup')
  .description('write all shows, with every edit, and all sounds into one ZIP')
  .argument('<file>', 'where to write it')
  .option('--overwrite', 'replace a file that is there')
  .action(async (file: string, { overwrite }: { overwrite?: boolean }) => {
    if (existsSync(file) && !overwrite) throw new Refusal(409, `"${file}" is there already; --overwrite replaces it`)
    await migrate()
    const made = await backup(file, tell)
    said(`${contents(made)} are in ${file}, read back as a restore reads them`)
    if (made.faults.length === 0) return
    tellFaults(made, `It holds these too, but a restore would refuse them; restore --without-broken restores the rest`)
    process.exitCode = 1
  })
program
  .command('restore')
  .description('put all data back as a backup has them, in place of what is there')
  .argument('<file>', 'a ZIP that backup wrote')
  .option('--yes', "don't ask before replacing what is there")
  .option('--without-broken', 'leave out what is not whole, and restore the rest')
  .action(async (file: string, { yes, withoutBroken }: { yes?: boolean; withoutBroken?: boolean }) => {
    if (!existsSync(file)) throw new Refusal(404, `There is no file "${file}"`)
    const there = await showsNow()
    if (there > 0 && !yes && !(await asked(`This replaces the ${there} shows that are there. Type "yes" to go on: `)))
      return said('Nothing was changed.')
    const back = await restore(file, tell, withoutBroken)
    said(`${contents(back)} are back`)
    if (back.faults.length > 0) tellFaults(back, 'Left out')
  })

try {
  await program.parseAsync()
} catch (error) {
  const rest = error instanceof BrokenBackup ? '; --without-broken restores the rest' : ''
  process.stderr.write(`esvik: ${messageOf(error)}. Nothing was changed${rest}.\n`)
  process.exitCode = 1
} finally {
  await database().close()
}
