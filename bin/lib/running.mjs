// The note that a running Esvik leaves in its data folder.
import { spawnSync } from 'node:child_process'
import { existsSync, readFileSync } from 'node:fs'
import { join } from 'node:path'

export const noteIn = (data) => join(data, 'running.json')

const alive = (pid) => spawnSync('kill', ['-0', String(pid)], { stdio: 'ignore' }).status === 0

/** Where an Esvik on this data runs, if one does. */
export function runningOn(data) {
  const note = noteIn(data)
  if (!existsSync(note)) return undefined
  const { pid, url } = JSON.parse(readFileSync(note, 'utf8'))
  return alive(pid) ? url : undefined
}
