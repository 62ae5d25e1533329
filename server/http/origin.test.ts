import { describe, expect, it } from 'vitest'
import { changeRefused, hostRefused, safeHost, socketRefused, type Came } from './origin'

const came = (more: Partial<Came>): Came => ({ host: 'localhost:3000', origin: undefined, site: undefined, ...more })

describe('where a request comes from', () => {
  it('is this machine by whichever of its names; others are answered only where a passphrase is asked for', () => {
    for (const host of ['localhost:3000', '127.0.0.1', '[::1]:80'])
      expect(hostRefused(came({ host }), false)).toBeUndefined()
    expect(hostRefused(came({ host: 'evil.example' }), false)).toContain('evil.example')
    expect(hostRefused(came({ host: 'stage.example' }), true)).toBeUndefined()
    expect(hostRefused(came({ host: '' }), true)).toBeDefined()
    expect(hostRefused(came({ host: 'localhost.evil.example' }), false)).toBeDefined()
  })
  it('may change something only from a page of its own, or from what is no browser', () => {
    expect(changeRefused(came({ origin: 'http://localhost:3000' }))).toBeUndefined()
    expect(changeRefused(came({ origin: 'http://localhost:4000' }))).toContain('4000')
    expect(changeRefused(came({ origin: 'null' }))).toBeDefined()
    expect(changeRefused(came({}))).toBeUndefined()
    for (const site of ['same-origin', 'none']) expect(changeRefused(came({ site }))).toBeUndefined()
    for (const site of ['same-site', 'cross-site']) expect(changeRefused(came({ site }))).toBeDefined()
  })
  it('opens a socket from a page of its own alone', () => {
    expect(socketRefused(came({ origin: 'http://localhost:3000' }))).toBeUndefined()
    expect(socketRefused(came({}))).toBeDefined()
    expect(socketRefused(came({ origin: 'http://evil.example' }))).toBeDefined()
  })
  it('is no host where it is no address', () =>
    expect([safeHost('http://a:1/x'), safeHost('none')]).toEqual(['a:1', '']))
})
