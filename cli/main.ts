import { Command, CommanderError, InvalidArgumentError } from 'commander'
import { channel, checkFormat, run } from './commands'
import { CliError } from './errors'

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

const program = new Command('esvik')
  .description('Runs shows without a browser.')
  .exitOverride()
  .configureOutput({ outputError: (text, write) => write(text.replace(/^error: /, 'esvik: ')) })

program
  .command('run')
  .description('play a show through and write the log of the run')
  .argument('<show>', 'a show document, or - for standard input')
  .option('--walk <id>', 'a walk to play (again for several)', collect, [])
  .option('--seed <n>', 'the seed of its luck', seed, 1)
  .option('--length <seconds>', 'end the run at this time', notNegative)
  .option('--out <file>', 'write to this file instead of standard output')
  .option('--json', 'the log as JSON (what it writes if nothing else is asked)')
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
  .command('channel')
  .description('print the fields of a channel at times of a run, as a JSON array')
  .argument('<show>', 'a show document, or - for standard input')
  .option('--walk <id>', 'a walk to play (again for several)', collect, [])
  .option('--seed <n>', 'the seed of its luck', seed, 1)
  .option('--length <seconds>', 'end the run at this time', notNegative)
  .requiredOption('--channel <name>', 'for example light:lantern, bus:bed, picture, controls')
  .requiredOption('--at <times>', 'times in seconds, with commas between', times)
  .option('--player <id>', 'whose channel, by the id of a walk (the first player if not given)')
  .action(channel)

program.addHelpText(
  'after',
  '\nExamples:\n  esvik run kelp.esvik.json --walk straight --seed 7 --out log.json\n  esvik run kelp.esvik.json --walk curious --walk gull --table\n  esvik run kelp.esvik.json --walk straight --at 61.5\n  esvik run kelp.esvik.json --walk hurried --ticked 30\n  esvik channel kelp.esvik.json --walk straight --seed 7 --channel light:lantern --at 1.5,2.0',
)

try {
  await program.parseAsync()
} catch (error) {
  if (error instanceof CommanderError) process.exitCode = error.exitCode === 0 ? 0 : 1
  else if (error instanceof CliError) {
    process.stderr.write(`esvik: ${error.message}\n`)
    process.exitCode = 1
  } else throw error
}
