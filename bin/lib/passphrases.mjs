// The passphrases that are asked for where Esvik listens anywhere else than on this machine: kept as scrypt hashes only.
import { randomBytes, randomInt, scryptSync } from 'node:crypto'
import { existsSync, readFileSync, renameSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { StartError } from './disk.mjs'

/** Short words that are easily told apart: eight of them are 40 bits and more. */
const SYLLABLES = 'ba be bi bo bu da de di do du fa fe fi fo fu ga ge go gu ka ke ki ko ku la le li lo lu ma me mi mo mu na ne ni no nu pa pe pi po pu ra re ri ro ru sa se si so su ta te ti to tu'.split(' ') // prettier-ignore
const LENGTH = 10
const SHORTEST = 12

const madeUp = () =>
  Array.from(
    { length: LENGTH },
    (_, i) => (i > 0 && i % 2 === 0 ? '-' : '') + SYLLABLES[randomInt(SYLLABLES.length)],
  ).join('')

function hashed(passphrase) {
  const salt = randomBytes(16)
  return { salt: salt.toString('hex'), hash: scryptSync(passphrase, salt, 32).toString('hex') }
}

/** The file with the hashes of a data folder; made from a file of passphrases, or of made-up ones that are told once. @throws StartError */
export function passphrasesIn(data, file, said) {
  const kept = join(data, 'access.json')
  if (file === undefined && isWhole(kept)) {
    said('It asks for the passphrases that it was given, or told, when it first listened elsewhere.')
    return kept
  }
  const [edit, look] = file === undefined ? [madeUp(), madeUp()] : linesOf(file)
  if (file === undefined) said(`Passphrases, told only this once:\n  to edit        ${edit}\n  to look only   ${look}`)
  const access = { secret: randomBytes(32).toString('hex'), edit: hashed(edit), ...(look && { look: hashed(look) }) }
  writeFileSync(`${kept}.unfinished`, JSON.stringify(access), { mode: 0o600 })
  renameSync(`${kept}.unfinished`, kept)
  return kept
}

function isWhole(file) {
  try {
    const { secret, edit } = JSON.parse(readFileSync(file, 'utf8'))
    return typeof secret === 'string' && typeof edit?.hash === 'string'
  } catch {
    return false
  }
}

function linesOf(file) {
  if (!existsSync(file)) throw new StartError(`There is no file "${file}".`)
  const lines = readFileSync(file, 'utf8')
    .split('\n')
    .map((line) => line.trim())
    .filter((line) => line !== '')
  if (lines.length < 1 || lines.length > 2)
    throw new StartError(
      `"${file}" must hold one passphrase for editing, and on a second line one for looking if wanted.`,
    )
  if (lines.some((line) => line.length < SHORTEST))
    throw new StartError(`A passphrase in "${file}" is shorter than ${SHORTEST} characters.`)
  if (lines[0] === lines[1]) throw new StartError(`The two passphrases in "${file}" are the same.`)
  return lines
}
