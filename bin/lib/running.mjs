// The note that a running Esvik leaves in its data folder: where it is. Whether it runs at all is the lock's to say.
import { readFileSync, renameSync, rmSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'

const noteIn = (data) => join(data, 'running.json')

/** Where the Esvik is that holds a data folder, if it has said so. */
export function runningOn(data) {
  try {
    const { url } = JSON.parse(readFileSync(noteIn(data), 'utf8'))
    return typeof url === 'string' ? url : undefined
  } catch {
    return undefined
  }
}
export function sayRunning(data, url) {
  const unfinished = `${noteIn(data)}.unfinished`
  writeFileSync(unfinished, JSON.stringify({ pid: process.pid, url }))
  renameSync(unfinished, noteIn(data))
}
export const sayStopped = (data) => rmSync(noteIn(data), { force: true })
