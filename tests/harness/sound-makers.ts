import { spawnSync } from 'node:child_process'
import { mkdtempSync, readFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'

/** Files that other people's programs write, and what those programs read in ours. */
const folder = mkdtempSync(join(tmpdir(), 'esvik-sounds-'))
function tell(program: string, args: string[]): string {
  const { status, stdout, stderr } = spawnSync(program, args, { encoding: 'utf8', maxBuffer: 64 * 1024 * 1024 })
  if (status !== 0) throw new Error(`${program} ${args.join(' ')}: ${stderr}`)
  return stdout + stderr
}

export const inFolder = (name: string): string => join(folder, name)

/** A file that ffmpeg writes of one of its own sources, by its name; more arguments say how. */
export function byFfmpeg(name: string, source = 'sine=f=440:d=3:r=44100', ...how: string[]): Buffer {
  tell('ffmpeg', ['-hide_banner', '-loglevel', 'error', '-y', '-f', 'lavfi', '-i', source, ...how, inFolder(name)])
  return readFileSync(inFolder(name))
}
/** The samples that ffmpeg reads in a file, one array a channel. */
export function samplesByFfmpeg(name: string, channels: number): Float32Array[] {
  const raw = inFolder(`${name}.f32`)
  tell('ffmpeg', [
    '-hide_banner',
    '-loglevel',
    'error',
    '-y',
    '-i',
    inFolder(name),
    '-f',
    'f32le',
    '-c:a',
    'pcm_f32le',
    raw,
  ])
  const all = readFileSync(raw)
  const view = new DataView(all.buffer, all.byteOffset, all.byteLength)
  const length = all.length / 4 / channels
  return Array.from({ length: channels }, (_, c) =>
    Float32Array.from({ length }, (__, i) => view.getFloat32((i * channels + c) * 4, true)),
  )
}
export function bySox(name: string, ...how: string[]): Buffer {
  tell('sox', ['-R', '-n', ...how.slice(0, how.indexOf('synth')), inFolder(name), ...how.slice(how.indexOf('synth'))])
  return readFileSync(inFolder(name))
}
export function spoken(name: string, words: string): Buffer {
  tell('espeak-ng', ['-w', inFolder(name), words])
  return readFileSync(inFolder(name))
}

/** How loud ffmpeg says that a file is (LUFS, LU, dB). */
export function readByFfmpeg(file: string): { integrated: number; range: number; peak: number } {
  const said = tell('ffmpeg', ['-hide_banner', '-nostats', '-i', file, '-af', 'ebur128=peak=true', '-f', 'null', '-'])
  const summary = said.slice(said.lastIndexOf('Summary:'))
  const value = (name: string) => Number(new RegExp(`${name}:\\s+(-?[\\d.]+|-inf)`).exec(summary)?.[1])
  return { integrated: value('I'), range: value('LRA'), peak: value('Peak') }
}
/** The markers that ffprobe finds in a file. */
export function markersIn(file: string): { t: number; label: string }[] {
  const said = tell('ffprobe', ['-v', 'error', '-show_chapters', '-of', 'json', file])
  return JSON.parse(said).chapters.map((one: any) => ({ t: Number(one.start_time), label: one.tags?.title }))
}
