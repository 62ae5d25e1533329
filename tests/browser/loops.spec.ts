import { expect, type Page } from '@playwright/test'
import { ask, edit, newShow } from '../harness/api'
import type { Operation } from '../../core/show'
import { clickThing, desk, open, part, score, shownMarks, test } from './page'

const box = (x: number) => ({ kind: 'box', at: [x, 0, 4.5], size: [1, 2, 2] })
const add = (path: string, value: unknown) => ({ op: 'add', path, value }) as Operation
const mark = (id: string, name: string, x: number) =>
  add('/place/marks/-', { id, name, kind: 'standing', at: [x, 0, 4.5] })
const zone = (id: string, name: string, x: number, cue: string, more: object = {}) =>
  add('/zones/-', { id, name, shape: box(x), rules: [{ id: `r-${id}`, on: { at: 'enter' }, cue, ...more }] })
const thrownTo = (id: string, name: string, to: string) =>
  add('/cues/-', { id, name, steps: [{ id: `to-${to}`, kind: 'move', mark: to, quiet: false }] })
/** The head of a lane, where a note names the zone, too. */
const lane = (page: Page, id: string) => score(page).locator(`button[data-zone=${id}][aria-pressed]`)

test('a run that goes round is shown up to there, its things can be gone to, and it is mended where it is told', async ({
  page,
  server,
}) => {
  const { id, revision } = await newShow(server.url, 'Round')
  const atOnce = { busy: 'overlap', onLeave: 'nothing' }
  await edit(server.url, id, revision, [
    mark('a', 'West mark', 3),
    mark('b', 'East mark', 9),
    thrownTo('go-east', 'Thrown east', 'b'),
    thrownTo('go-west', 'Thrown west', 'a'),
    zone('west', 'West', 3, 'go-east', atOnce),
    zone('east', 'East', 9, 'go-west', atOnce),
  ])
  await open(page, server, id)
  const told = score(page).getByRole('alert')
  await expect(told).toContainText('goes round without time passing')
  // What came before is there to be seen.
  await expect.poll(async () => (await shownMarks(page, 'fired')).map(({ zone }) => zone)).toContain('west')
  await told.getByRole('button', { name: 'Thrown west' }).click()
  await expect(part(page, 'Name')).toHaveText('Thrown west')
  const once = told.getByRole('button', { name: 'At most once' })
  await once.first().click()
  // Now only the one in the east sends back, whenever its walk has come there again.
  await expect(told).toContainText('goes round for ever')
  await expect(once).toHaveCount(1)
  await once.click()
  await expect(told).toBeHidden()
  const limits = async () =>
    (await ask(server.url, `/api/shows/${id}`)).body.show.zones.map((each: any) => each.rules[0].limit?.times)
  await expect.poll(limits).toEqual([1, 1])
})

test('a mark beside a zone, and a zone that its own cue moves, say so and are mended there', async ({
  page,
  server,
}) => {
  const { id, revision, show } = await newShow(server.url, 'Beside')
  const [prop] = show.place.props
  await edit(server.url, id, revision, [
    mark('near', 'Near', 2.3),
    add('/cues/-', {
      id: 'roll',
      name: 'Rolls away',
      steps: [{ id: 's', kind: 'prop', prop: prop!.id, slide: { by: [3, 0, 0] }, hold: 'release' }],
    }),
    zone('west', 'West', 3, 'roll'),
    add('/zones/-', { id: 'tied', name: 'Tied', shape: { ...box(0), at: [0, 0, 0] }, tiedTo: { prop: prop!.id } }),
    add('/zones/1/rules/-', { id: 'own', on: { at: 'enter' }, cue: 'roll' }),
  ])
  await open(page, server, id)
  await expect(lane(page, 'west')).toBeVisible()
  await clickThing(page, 'mark', 'near')
  const note = desk(page).getByRole('note')
  await expect(note).toContainText('Nearer to West than a body is wide')
  await note.getByRole('button', { name: 'Put it clear' }).click()
  await expect(note).toBeHidden()

  await lane(page, 'tied').click()
  const found = desk(page).locator('[data-found=itself]')
  await expect(found).toContainText(`It goes with ${prop!.name}, which its own Rolls away moves`)
  await found.getByRole('button', { name: 'Let it stay where it is' }).click()
  await expect(found).toBeHidden()
})
