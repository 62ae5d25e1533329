import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { transformSync } from 'esbuild'
import { afterAll, beforeAll, expect, it } from 'vitest'
import { writeShow } from '../core/show'
import { lines, oneRule } from '../core/testing/small-show'
import type { RunEvent } from '../core/engine'

/** The example of docs/engine.md, as it stands there. */
const root = join(import.meta.dirname, '..')
const example = /## In a game[^]*?```ts\n([^]*?)```/.exec(readFileSync(join(root, 'docs/engine.md'), 'utf8'))![1]
const folder = mkdtempSync(join(tmpdir(), 'esvik-example-'))
const file = join(folder, 'example.mjs')
/** As in a game's own folder, with the core at another place. */
const elsewhere = example!.replaceAll("from './core/", `from '${root}/core/`)
beforeAll(() => writeFileSync(file, transformSync(elsewhere, { loader: 'ts' }).code))
afterAll(() => rmSync(folder, { recursive: true }))

it('the example for games is about 20 lines, runs, and hears what happens when it happens', async () => {
  expect(
    example!
      .trim()
      .split('\n')
      .filter((line) => line.trim()).length,
  ).toBeLessThanOrEqual(22)
  const { play } = await import(/* @vite-ignore */ file)
  const show = oneRule({ on: { at: 'use' } }, [{ id: 'f', kind: 'fade', in: 0.5, stay: 0.5, out: 0.5 }])
  const heard: RunEvent[] = []
  let now = 0
  await play(writeShow(show), {
    seconds: 6,
    player: (t: number) => ({ at: [(now = t), 0, 0], facing: -90 }),
    presses: (t: number) => t === 2.5,
    react(event: RunEvent) {
      heard.push(event)
      if (event.kind === 'fire') expect(now - event.t).toBeLessThan(0.02)
    },
  })
  expect(lines(heard, 'enter', 'press', 'fire', 'stepEnd', 'leave', 'walkEnd')).toEqual([
    '1.7 player:enter z',
    '2.5 player:press [r]',
    '2.5 player:fire z r cue',
    '4 stepEnd f',
    '4.3 player:leave z',
    '6 player:walkEnd',
  ])
})
