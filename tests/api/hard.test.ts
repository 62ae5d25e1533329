import { describe, expect, it } from 'vitest'
import { backups } from '../trials/backups'
import { edits } from '../trials/edits'
import { files } from '../trials/files'
import { keepsakes } from '../trials/keepsakes'
import { kills } from '../trials/kills'
import { requests } from '../trials/requests'
import { windows } from '../trials/windows'

/** Short forms of `npm run trials`, where also what is slow is counted. */
describe('hard use', () => {
  it('kills of server and database lose nothing that was acknowledged', async () => {
    expect(await kills(4)).toMatchObject({ lost: 0, doubled: 0, errors: 0 })
  })
  it('many windows hear of each edit once and in order', async () => {
    expect(await windows(8, 20)).toMatchObject({ deliveries: 160, missing: 0, 'out of order': 0 })
  })
  it('whatever random edits are taken leaves a show that opens and comes in again', async () => {
    const figures = await edits(200)
    expect(figures).toMatchObject({ otherwise: 0, 'errors 500': 0, 'not brought in again': 0 })
    expect(figures.taken).toBeGreaterThan(20)
  })
  it('requests that nobody means well with get a sentence', async () => {
    expect(await requests(300)).toMatchObject({ 'errors 500': 0, unclear: 0, echoing: 0, 'no answer': 0 })
  })
  it('damaged sounds and ZIPs come in whole or not at all', async () => {
    const figures = await files(40)
    expect(figures).toMatchObject({ swallowed: 0, 'errors 500': 0 })
    expect(figures.refused).toBeGreaterThan(20)
  })
  it('whatever sounds and shows are kept come back from a backup', async () => {
    const figures = await keepsakes(16)
    expect(figures).toMatchObject({ sounds: 16, shows: 4, lost: 0, errors: 0 })
    expect(figures.taken).toBeGreaterThan(5)
  })
  it('damaged and forged backups change nothing', async () => {
    expect(await backups(10)).toMatchObject({
      refused: 10,
      forged: 5,
      accepted: 0,
      'accepted forged': 0,
      changed: 0,
      'stack traces': 0,
    })
  })
})
