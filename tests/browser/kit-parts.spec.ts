import AxeBuilder from '@axe-core/playwright'
import { expect } from '@playwright/test'
import type { Show } from '../../core/show'
import { ask } from '../harness/api'
import { clickSpot, clickThing, desk, drag, open, part, shownMarks, spotAt, test, type } from './page'

/** A hall with a switch that was made by hand: one flag, two use rules, each on what the other sets. */
const light = (id: string, on: boolean) => [
  { id: `${id}-light`, kind: 'light', light: 'lamp', on, hold: 'keep' },
  { id: `${id}-flag`, kind: 'flag', flag: 'lit', set: on },
]
const press = (value: boolean, cue: string) => ({
  id: cue,
  on: { at: 'use' },
  when: [{ flag: 'lit', is: '=', value }],
  cue,
})
const document = {
  format: 'esvik-show',
  version: 1,
  title: 'Switches',
  place: {
    floors: [
      {
        id: 'f',
        name: 'Hall',
        y: 0,
        outline: [
          [0, -6],
          [30, -6],
          [30, 6],
          [0, 6],
        ],
      },
    ],
    lights: [{ id: 'lamp', name: 'Lamp', kind: 'point', at: [3, 2.4, 2], candela: 30, on: false }],
  },
  flags: [{ id: 'lit', name: 'Lit', start: false }],
  cues: [
    { id: 'on', name: 'Light on', steps: light('on', true) },
    { id: 'off', name: 'Light off', steps: light('off', false) },
  ],
  zones: [
    {
      id: 'switch',
      name: 'Switch',
      shape: { kind: 'box', at: [3, 0, 0], size: [2, 2, 2] },
      rules: [press(false, 'on'), press(true, 'off')],
    },
  ],
  walks: [
    {
      id: 'w',
      name: 'Along the hall',
      points: [3, 7, 11, 15, 19, 23].map((x) => ({ at: [x, 0, 0], use: true, pause: 1 })),
    },
  ],
}

test('a switch is stamped five times with its lamp, changed once for all, and one goes its own way', async ({
  page,
  server,
}) => {
  const { body } = await ask(server.url, '/api/shows', 'POST', { document })
  const show = async () => (await ask(server.url, `/api/shows/${body.id}`)).body.show as Show
  await open(page, server, body.id)
  await clickThing(page, 'zone', 'switch')
  await desk(page).getByRole('button', { name: 'Share its rules' }).click()
  await expect.poll(async () => (await show()).kits[0]?.parts.map(({ name }) => name)).toEqual(['Lamp', 'Lit'])
  await expect(desk(page).getByRole('note')).toBeHidden()
  const { violations } = await new AxeBuilder({ page }).analyze()
  expect(violations.map(({ id, nodes }) => [id, nodes[0]!.html])).toEqual([])

  await desk(page).getByRole('button', { name: 'Stamp it' }).click()
  for (const x of [7, 11]) await clickSpot(page, x, 0)
  await page.keyboard.press('Escape')
  await expect
    .poll(async () => (await show()).zones.map(({ name }) => name))
    .toEqual(['Switch', 'Switch 2', 'Switch 3'])
  await desk(page).getByRole('spinbutton', { name: 'How many' }).fill('3')
  await page
    .getByRole('button', { name: 'Fit' })
    .or(page.getByRole('button', { name: 'Whole place' }))
    .click()
  await desk(page).getByRole('button', { name: 'Along a line' }).click()
  await clickSpot(page, 12, 4)
  await expect.poll(async () => (await show()).zones.length).toBe(6)
  const { place, flags, zones } = await show()
  expect(place.lights.map(({ name }) => name)).toEqual(['Lamp', 'Lamp 2', 'Lamp 3', 'Lamp 4', 'Lamp 5', 'Lamp 6'])
  expect(flags).toHaveLength(6)
  expect(zones[5]!.shape).toMatchObject({ at: [12, 0, 4] })
  // What is pressed at each of the first three lights its own lamp.
  const firedAt = async (zone: string) => (await shownMarks(page, 'fired')).filter((mark) => mark.zone === zone).length
  await expect.poll(() => firedAt('switch-2')).toBe(1)

  // Once for all: the cue has its lamp as a part, and burns at another strength at every zone.
  await desk(page).getByRole('button', { name: 'Steps of its cue' }).first().click()
  await desk(page).locator('[data-step="on-light"] button[aria-expanded]').click()
  await expect(part(page, 'Light').first()).toHaveText('its Lamp')
  await part(page, 'Candela').click()
  await type(page, 'Candela', '12')
  await expect.poll(async () => (await show()).cues[0]!.steps[0]).toMatchObject({ light: 'part:lamp', candela: 12 })

  await clickThing(page, 'zone', 'switch-3')
  await desk(page).getByRole('button', { name: 'Make these rules its own' }).click()
  await expect.poll(async () => (await show()).zones.find(({ id }) => id === 'switch-3')!.kit).toBeUndefined()
  const after = await show()
  const rule = after.zones.find(({ id }) => id === 'switch-3')!.rules[0]!
  expect(after.cues.find(({ id }) => id === rule.cue)!.steps[0]).toMatchObject({ light: 'lamp-3', candela: 12 })
  await expect.poll(() => firedAt('switch-3')).toBe(1)
  await page.keyboard.press('Control+z')
  await expect.poll(async () => (await show()).zones.find(({ id }) => id === 'switch-3')!.kit).toBe('switch-kit')
})

test('two pairs of doors are made from one, and each leads to its other end and back', async ({ page, server }) => {
  const along = (id: string, z: number) => ({
    id,
    name: id,
    points: [
      { at: [0, 0, z] },
      { at: [4, 0, z], pause: 1 },
      // At the far end, and back into it; then at the near end.
      { at: [12, 0, z], arrive: true, pause: 1 },
      { at: [16, 0, z], pause: 1 },
      { at: [12, 0, z], pause: 1 },
      { at: [4, 0, z], arrive: true, pause: 1 },
      { at: [1, 0, z] },
    ],
  })
  const halls = {
    ...document,
    title: 'Pairs of doors',
    flags: [],
    cues: [],
    zones: [{ id: 'hatch', name: 'Hatch', shape: { kind: 'box', at: [4, 0, -3], size: [2, 2, 2] } }],
    walks: [along('first', -3), along('second', 3)],
  }
  const { body } = await ask(server.url, '/api/shows', 'POST', { document: halls })
  const show = async () => (await ask(server.url, `/api/shows/${body.id}`)).body.show as Show
  await open(page, server, body.id)
  await clickThing(page, 'zone', 'hatch')
  await expect(desk(page).getByRole('button', { name: '+ whole thing' })).toBeVisible()
  await page.keyboard.press('w')
  await page.getByRole('menuitem', { name: /^A way through/ }).click()
  await expect.poll(async () => (await show()).zones.map(({ name }) => name)).toEqual(['Hatch', 'Hatch, far end'])
  const kit = (await show()).kits[0]!
  expect(kit.parts.map(({ is }) => is)).toEqual(['mark'])

  // Both ends are taken, doubled, and put where the second pair belongs.
  // In the middle of each stands the mark of the other.
  await clickSpot(page, 3.3, -3.7)
  await page.keyboard.down('Shift')
  await clickSpot(page, 11.3, -3.7)
  await page.keyboard.up('Shift')
  await page.keyboard.press('Control+d')
  await expect.poll(async () => (await show()).zones.length).toBe(4)
  const box = (zone: Show['zones'][number]) => (zone.shape.kind === 'box' ? zone.shape.at : [0, 0, 0])
  const at = box((await show()).zones[2]!)
  await drag(page, await spotAt(page, at[0]! - 0.7, at[2]! + 0.8), await spotAt(page, 3.3, 3.8))
  await expect.poll(async () => box((await show()).zones[2]!)[2]).toBeCloseTo(3, 1)
  const { zones, place } = await show()
  expect(zones.map((zone) => zone.kit)).toEqual([kit.id, kit.id, kit.id, kit.id])
  const leadsTo = zones.map((zone) => place.marks.find(({ id }) => id === Object.values(zone.parts!)[0])!.at)
  for (const [from, to] of [
    [0, 1],
    [1, 0],
    [2, 3],
    [3, 2],
  ] as const) {
    // prettier-ignore
    expect(leadsTo[from]![0]).toBeCloseTo(box(zones[to]!)[0]!, 1)
    expect(leadsTo[from]![2]).toBeCloseTo(box(zones[to]!)[2]!, 1)
  }
  // A walk through each pair: there and back again.
  for (const [name, pair] of [
    ['first', zones.slice(0, 2)],
    ['second', zones.slice(2)],
  ] as const) {
    // prettier-ignore
    await page.getByRole('button', { name: 'Find', exact: true }).click()
    await page.getByRole('combobox', { name: 'Find anything' }).fill(name)
    await page
      .getByRole('option', { name: new RegExp(`^${name}`) })
      .first()
      .click()
    await desk(page).getByRole('button', { name: 'Play this walk alone' }).click()
    for (const zone of pair)
      await expect
        .poll(async () => (await shownMarks(page, 'fired')).filter((mark) => mark.zone === zone.id).length)
        .toBe(1)
  }
})
