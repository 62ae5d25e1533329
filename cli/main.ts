import { Command, CommanderError, InvalidArgumentError } from 'commander'
import { channel, checkFormat, credits, fan, run } from './commands'
import { CliError } from './errors'
import { mix } from './mix'
import { study, sweep } from './study'
import { SWEPT_FIELDS } from '../core/study'
import { Refusal } from '../server/http/refusal'

const number = (text: string): number => {
  const value = Number(text)
  if (text.trim() === '' || !Number.isFinite(value)) throw new InvalidArgumentError('It must be a number.')
  return value
}
const seed = (text: string): number => {
  const value = number(text)
  if (!Number.isSafeInteger(value) || value < 0) throw new InvalidArgumentError('It must be a whole number, 0 or more.')
  return value
}
const seeds = (text: string): number => {
  const value = number(text)
  if (!Number.isInteger(value) || value < 1 || value > 1000)
    throw new InvalidArgumentError('It must be a whole number from 1 to 1000.')
  return value
}
const many = (text: string): number => {
  const value = number(text)
  if (!Number.isInteger(value) || value < 1 || value > 1_000_000)
    throw new InvalidArgumentError('It must be a whole number from 1 to 1,000,000.')
  return value
}
const several = (text: string): number => {
  const value = number(text)
  if (!Number.isInteger(value) || value < 2 || value > 1000)
    throw new InvalidArgumentError('It must be a whole number from 2 to 1000.')
  return value
}
const notNegative = (text: string): number => {
  const value = number(text)
  if (value < 0) throw new InvalidArgumentError('It must be 0 or more.')
  return value
}
const positive = (text: string): number => {
  const value = number(text)
  if (value <= 0) throw new InvalidArgumentError('It must be more than 0.')
  return value
}
const collect = (value: string, all: string[]): string[] => [...all, value]
const times = (text: string): number[] => text.split(',').map(notNegative)

// Whoever reads along may have read enough.
for (const out of [process.stdout, process.stderr])
  out.on('error', (error: NodeJS.ErrnoException) => {
    if (error.code !== 'EPIPE') throw error
    process.exit(0)
  })

const program = new Command('esvik')
  .description('Runs shows without a browser.')
  .exitOverride()
  .configureOutput({ outputError: (text, write) => write(text.replace(/^error: /, 'esvik: ')) })

/** A command that plays a show through before it does what it is for. */
const playing = (name: string): Command =>
  program
    .command(name)
    .option('--walk <id>', 'a walk to play (again for several)', collect, [])
    .option('--seed <n>', 'the seed of its luck', seed, 1)
    .option('--length <seconds>', 'end the run at this time', notNegative)

playing('run')
  .description('play a show through and write the log of the run')
  .argument('<show>', 'a show document, or - for standard input')
  .option('--out <file>', 'write to this file instead of standard output')
  .option('--json', 'the log as JSON (what it writes if nothing else is asked)')
  .option('--progress', 'tell how far a long run has come, also where there is no terminal')
  .option('--table', 'the events as a table to read')
  .option('--at <seconds>', 'instead of the log the state at this time, as JSON', notNegative)
  .option('--ticked <hz>', 'instead of the log what a game would miss that looks so many times a second', positive)
  .action(run)

program
  .command('check-format')
  .description('say whether a file is a valid show document')
  .argument('<file>', 'a show document, or - for standard input')
  .action(checkFormat)

program
  .command('credits')
  .description('say whom its sounds are owed to, as a table with tabs between its columns')
  .argument('<show>', 'a show document, a ZIP that Esvik wrote of one with its sounds, or - for standard input')
  .action(credits)

playing('channel')
  .description('print the fields of a channel at times of a run, as a JSON array')
  .argument('<show>', 'a show document, or - for standard input')
  .requiredOption('--channel <name>', 'for example light:lantern, bus:bed, picture, controls')
  .requiredOption('--at <times>', 'times in seconds, with commas between', times)
  .option('--player <id>', 'whose channel, by the id of a walk (the first player if not given)')
  .action(channel)

playing('mix')
  .description('mix what a player hears on a walk into a WAV file: 48 kHz, 24 bits, stereo, with a marker at each cue')
  .argument('<show>', 'a show document, a ZIP that Esvik wrote of one with its sounds, or - for standard input')
  .requiredOption('--out <file>', 'the WAV file to write')
  .option(
    '--sounds <path>',
    'a folder of its sound files, or a ZIP (if not given: in the ZIP of the show, in the Esvik that runs, or beside the document)',
  )
  .option('--player <id>', 'who hears it, by the id of a walk (the first player if not given)')
  .option('--bus <id>', 'what is on this bus alone')
  .option('--cue <id>', 'what this cue sounds alone')
  .option('--stems', 'a file for each bus, named after it')
  .option('--json', 'print how loud it came out, also over time, as JSON')
  .option('--progress', 'tell how far it has come, also where there is no terminal')
  .action(mix)

program
  .command('fan')
  .description('throw a prop with seed after seed and print where it goes, as a JSON array')
  .argument('<show>', 'a show document, or - for standard input')
  .requiredOption('--rule <name>', 'the rule that throws it, as the log names it')
  .requiredOption('--step <id>', 'the fling step of its cue')
  .option('--seeds <n>', 'how many seeds, from 1', seeds, 20)
  .option('--who <id>', 'the walk that sets it off (nobody if not given)', '')
  .option('--full', 'with all positions, 120 a second')
  .action(fan)

program
  .command('study')
  .description('have many varied walkers walk a show and write what each cue comes to')
  .argument('<show>', 'a show document, or - for standard input')
  .option('--walk <id>', 'a walk they follow (again for several at once; the usual ones if not given)', collect, [])
  .option('--population <id>', 'which of the populations of the show they are (anybody if not given)')
  .option('--walkers <n>', 'how many, by the seeds 1 to n', many, 1000)
  .option('--out <file>', 'write to this file, as JSON or by its name as .csv, instead of standard output')
  .option('--progress', 'tell how far it has come, also where there is no terminal')
  .action(study)

program
  .command('sweep')
  .description(
    'try a number of a rule over a range, with the same walkers at each value, and print what that does, as JSON',
  )
  .argument('<show>', 'a show document, or - for standard input')
  .requiredOption('--rule <name>', 'the rule, as the log names it')
  .requiredOption('--field <name>', `what of it: ${SWEPT_FIELDS.join(', ')}`)
  .requiredOption('--from <number>', 'the least value', notNegative)
  .requiredOption('--to <number>', 'the greatest value', notNegative)
  .option('--values <n>', 'how many values, evenly', several, 13)
  .option('--walk <id>', 'a walk they follow (again for several at once; the usual ones if not given)', collect, [])
  .option('--population <id>', 'which of the populations of the show they are (anybody if not given)')
  .option('--walkers <n>', 'how many at each value, by the seeds 1 to n', many, 200)
  .option('--progress', 'tell how far it has come, also where there is no terminal')
  .action(sweep)

program.addHelpText(
  'after',
  '\nExamples:\n  esvik run kelp.esvik.json --walk straight --seed 7 --out log.json\n  esvik run kelp.esvik.json --walk curious --walk gull --table\n  esvik run kelp.esvik.json --walk straight --at 61.5\n  esvik run kelp.esvik.json --walk hurried --ticked 30\n  esvik channel kelp.esvik.json --walk straight --seed 7 --channel light:lantern --at 1.5,2.0\n  esvik fan kelp.esvik.json --rule rack-throw --step fling --seeds 50\n  esvik mix kelp.zip --walk straight --seed 7 --out kelp.wav\n  esvik study kelp.esvik.json --walkers 1000 --out study.csv\n  esvik sweep kelp.esvik.json --rule rack --field cooldown.seconds --from 0 --to 60\n  esvik backup everything.zip\n  esvik restore everything.zip\n\nbackup and restore take --data DIR as bin/start does, and have a --help of their own.',
)

try {
  await program.parseAsync()
} catch (error) {
  if (error instanceof CommanderError) process.exitCode = error.exitCode === 0 ? 0 : 1
  else if (error instanceof Refusal) {
    process.stderr.write(`esvik: ${error.message}\n`)
    process.exitCode = 1
  } else if (error instanceof CliError) {
    process.stderr.write(`esvik: ${error.message}\n`)
    process.exitCode = error.status
  } else throw error
}
