import { expect, it } from 'vitest'
import { askerOf } from './proxies'

const trusted = new Set(['10.0.0.2', '10.0.0.3'])
const said = (headers: Record<string, string>) => (name: string) => headers[name]

it('a proxy’s word counts only where it is trusted', () => {
  const header = said({ 'x-forwarded-for': '1.2.3.4', 'x-forwarded-host': 'shows.example', 'x-forwarded-proto': 'https' }) // prettier-ignore
  expect(askerOf('::ffff:10.0.0.2', header, trusted)).toEqual({ address: '1.2.3.4', host: 'shows.example', isSecure: true }) // prettier-ignore
  expect(askerOf('9.9.9.9', header, trusted)).toEqual({ address: '9.9.9.9', host: undefined, isSecure: false })
})
it('who asks is the last one whom no trusted proxy is, whatever was written before', () => {
  const through = (chain: string) => askerOf('10.0.0.2', said({ 'x-forwarded-for': chain }), trusted).address
  expect(through('6.6.6.6, 1.2.3.4, 10.0.0.3')).toBe('1.2.3.4')
  expect(through('')).toBe('10.0.0.2')
})
