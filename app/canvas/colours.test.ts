import { readFileSync } from 'node:fs'
import { expect, it } from 'vitest'
import { COLOURS, faint } from './colours'

it('the score has the colours of the style sheet', () => {
  const css = readFileSync(new URL('../assets/esvik.css', import.meta.url), 'utf8')
  const tokens = Object.fromEntries(
    [...css.matchAll(/--color-([\w-]+): (#\w{6});/g)].map(([, name, hex]) => [name, hex]),
  )
  const named = Object.entries(COLOURS).map(([name, hex]) => [
    name.replace(/(\d|[A-Z])/, (c) => `-${c.toLowerCase()}`),
    hex,
  ])
  expect(named.filter(([name, hex]) => tokens[name!] !== hex)).toEqual([])
  expect(faint(COLOURS.ink1, 0.5)).toBe('#12191d80')
})
