import { createHash } from 'node:crypto'
import { expect, it } from 'vitest'
import { policy, scriptsIn } from './policy'

it('the scripts of a page itself are told by what they say, those from elsewhere not', () => {
  const html = '<script src="/a.js"></script><script type="module">one()</script><p><script>two()</script>'
  expect(scriptsIn(html)).toEqual(['one()', 'two()'])
})
it('what a page may do names its host and its own scripts, and nothing else', () => {
  const said = policy('stage:3000', ['one()'])
  const hash = createHash('sha256').update('one()').digest('base64')
  expect(said).toContain(`script-src 'self' 'wasm-unsafe-eval' 'sha256-${hash}'`)
  expect(said).toContain("connect-src 'self' ws://stage:3000 wss://stage:3000")
  expect(said).toContain("frame-ancestors 'none'")
  expect(said).not.toContain("unsafe-eval' 'unsafe-inline")
})
