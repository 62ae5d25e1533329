import { readdirSync, readFileSync } from 'node:fs'

/** A show with what is expected of its run, by an engine of another hand. */
export interface Reading {
  name: string
  show: unknown
  expected: {
    walks: string[]
    seed: number
    length?: number
    events?: { t: number; kind: string }[]
    /** The document is refused, with words that hold one of these. */
    error?: string
    names?: string[]
  }
  channels: { channel: string; at: number[]; values: Record<string, unknown>[] }[] | undefined
}

const FOLDER = 'tests/files/readings/'
const ENDING = '.expected.json'
const json = (name: string) => JSON.parse(readFileSync(FOLDER + name, 'utf8'))

const files = readdirSync(FOLDER)
export const READINGS: Reading[] = files
  .filter((file) => file.endsWith(ENDING))
  .map((file) => {
    const name = file.slice(0, -ENDING.length)
    return {
      name: name.replaceAll('-', ' '),
      show: json(`${name}.esvik.json`),
      expected: json(file),
      channels: files.includes(`${name}.channels.json`) ? json(`${name}.channels.json`) : undefined,
    }
  })
