// The folder of the data: whether anything can be written there, and how much.
import { existsSync, mkdirSync, rmSync, statfsSync, writeFileSync } from 'node:fs'
import { dirname, join } from 'node:path'

/** Something the person who starts Esvik can mend. */
export class StartError extends Error {}

/** Makes a folder and those around it, one after the other: Node itself tries for ever where the system makes none (/proc). */
function makeFolder(path) {
  if (existsSync(path)) return void mkdirSync(path, { recursive: true })
  makeFolder(dirname(path))
  mkdirSync(path)
}

/** @throws StartError in one sentence, where nothing can be written */
export function checkFolder(data) {
  try {
    makeFolder(data)
    const trial = join(data, '.trial')
    writeFileSync(trial, '')
    rmSync(trial)
  } catch (error) {
    const why = {
      EEXIST: 'it is a file',
      ENOTDIR: 'a part of it is a file',
      EACCES: 'this user may not write there',
      EPERM: 'this user may not write there',
      EROFS: 'it can only be read',
      ENOSPC: 'the disk is full',
      ENOENT: 'the system makes no folders there',
      ENAMETOOLONG: 'its name is too long',
    }
    throw new StartError(`The data can't lie in ${data}: ${why[error.code] ?? error.message}.`)
  }
}

function freeBytes(folder) {
  const { bavail, bsize } = statfsSync(folder)
  return bavail * bsize
}
/** @throws StartError that says how much is left, and how much is needed (bytes) */
export function checkSpace(folder, needed) {
  const free = freeBytes(folder)
  if (free < needed)
    throw new StartError(
      `The disk has ${Math.floor(free / 1e6)} MB left, and this start needs ${needed / 1e6} MB: make room, then start again.`,
    )
}
/** What may be said of a disk that has hardly any room, after something has failed. */
export const spaceWord = (folder) =>
  freeBytes(folder) < 50e6
    ? `The disk is nearly full (${Math.floor(freeBytes(folder) / 1e6)} MB left): make room, then start again. `
    : ''
