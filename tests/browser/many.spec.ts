import { expect } from '@playwright/test'
import AxeBuilder from '@axe-core/playwright'
import type { Show } from '../../core/show'
import { ask } from '../harness/api'
import {
  choose,
  clickSpot,
  clickThing,
  desk,
  drag,
  head,
  middle,
  open,
  openNew,
  part,
  plan,
  score,
  spotAt,
  test,
  type,
} from './page'

const box = (x: number, z: number) => ({ kind: 'box', at: [x, 0, z], size: [1, 2, 1] })
const document = (title: string) => ({
  format: 'esvik-show',
  version: 1,
  title,
  place: {
    floors: [{ id: 'f', name: 'Hall', y: 0, outline: [[0, -6], [30, -6], [30, 6], [0, 6]] }], // prettier-ignore
    lights: [
      { id: 'lamp', name: 'Lamp', kind: 'point', at: [4, 2, 3], candela: 30 },
      { id: 'other', name: 'Other lamp', kind: 'point', at: [9, 2, 3], candela: 10 },
    ],
  },
  cues: [{ id: 'on', name: 'Light on', steps: [{ id: 'l', kind: 'light', light: 'lamp', on: true, hold: 'keep' }] }],
  zones: [
    { id: 'a', name: 'Alcove', shape: box(4, -3), rules: [{ id: 'r', on: { at: 'enter' }, cue: 'on' }] },
    { id: 'b', name: 'Bench', shape: box(8, -1) },
    { id: 'c', name: 'Corner', shape: box(18, -2) },
  ],
  walks: [{ id: 'w', name: 'Along', points: [2, 8, 16, 24].map((x) => ({ at: [x, 0, 0] })) }],
})

test('several things are chosen, set, tagged, brought into line, spread and turned at once', async ({
  page,
  server,
}) => {
  const { body } = await ask(server.url, '/api/shows', 'POST', { document: document('Many') })
  const show = async () => (await ask(server.url, `/api/shows/${body.id}`)).body.show as Show
  await open(page, server, body.id)
  await clickThing(page, 'zone', 'a')
  await page.keyboard.down('Shift')
  for (const id of ['b', 'c']) await clickThing(page, 'zone', id)
  await page.keyboard.up('Shift')
  await expect(desk(page)).toContainText('3 things chosen')
  await type(page, 'Rim', '0.3')
  await choose(page, 'Notices', 'notices feet')
  await part(page, 'Tag for all').click()
  await desk(page).getByRole('textbox', { name: 'Tag for all' }).fill('quay')
  await page.keyboard.press('Enter')
  await desk(page).getByRole('button', { name: 'South sides' }).click()
  await desk(page).getByRole('button', { name: 'west to east', exact: true }).click()
  await expect
    .poll(async () => (await show()).zones.map((zone) => (zone.shape.kind === 'box' ? zone.shape.at : [])))
    .toEqual([[4, 0, -1], [11, 0, -1], [18, 0, -1]]) // prettier-ignore
  for (const zone of (await show()).zones) expect(zone).toMatchObject({ rim: 0.3, notices: 'feet', tags: ['quay'] })
  const { violations } = await new AxeBuilder({ page }).analyze()
  expect(violations.map(({ id, nodes }) => [id, nodes[0]!.html])).toEqual([])
  await desk(page).getByRole('button', { name: 'Turn', exact: true }).click()
  await expect
    .poll(async () => (await show()).zones.map((zone) => (zone.shape.kind === 'box' ? zone.shape.at[0] : 0)))
    .toEqual([11, 11, 11])
  await desk(page).getByRole('textbox', { name: 'How far to the east' }).fill('200 cm')
  await desk(page).getByRole('button', { name: 'Move', exact: true }).click()
  await expect
    .poll(async () => (await show()).zones.map((zone) => (zone.shape.kind === 'box' ? zone.shape.at[0] : 0)))
    .toEqual([13, 13, 13])
  for (let n = 0; n < 7; n++) await page.keyboard.press('Control+z')
  await expect.poll(async () => (await show()).zones[0]).toMatchObject({ rim: 0, tags: [], shape: box(4, -3) })
})

test('rules of several zones, steps of a cue and points of a walk are changed together, also each by as much', async ({
  page,
  server,
}) => {
  const made = document('Together')
  const cue = {
    id: 'lights',
    name: 'Lights',
    steps: [1, 2, 4].map((at) => ({ id: `s${at}`, kind: 'light', light: 'lamp', candela: 5, at, hold: at })),
  }
  const rule = (id: string, cooldown?: number) => ({
    id,
    on: { at: 'enter' },
    cue: 'on',
    ...(cooldown && { cooldown: { seconds: cooldown, from: 'fire' } }),
  })
  const zones = made.zones.map((zone, i) => ({ ...zone, rules: [rule(`r${i}`, 10 * i)] }))
  const { body } = await ask(server.url, '/api/shows', 'POST', { document: { ...made, cues: [...made.cues, cue], zones } }) // prettier-ignore
  const show = async () => (await ask(server.url, `/api/shows/${body.id}`)).body.show as Show
  await open(page, server, body.id)
  await clickThing(page, 'zone', 'b')
  await page.keyboard.down('Shift')
  await clickThing(page, 'zone', 'c')
  await page.keyboard.up('Shift')
  await expect(part(page, 'Cooldown')).toHaveText('different')
  await type(page, 'Cooldown', '× 1.5')
  await type(page, 'Times', '2')
  await expect
    .poll(async () => (await show()).zones.map(({ rules }) => [rules[0]!.cooldown?.seconds, rules[0]!.limit?.times]))
    .toEqual([[undefined, undefined], [15, 2], [30, 2]]) // prettier-ignore

  await page.keyboard.press('Escape')
  await desk(page).getByRole('button', { name: 'Lights', exact: true }).click()
  const steps = desk(page).locator('[data-step]')
  await steps.nth(1).getByRole('button').first().click()
  await steps
    .nth(2)
    .getByRole('button')
    .first()
    .click({ modifiers: ['Shift'] })
  await type(page, 'Begins, all', '+500 ms')
  await type(page, 'Lasts, all', '3')
  await desk(page).locator('[data-many-steps]').getByRole('button', { name: 'Mute' }).click()
  await expect
    .poll(async () => (await show()).cues[1]!.steps.map((step) => [step.at, 'hold' in step && step.hold, step.muted]))
    .toEqual([[1, 1, false], [2.5, 3, true], [4.5, 3, true]]) // prettier-ignore

  await page.keyboard.press('Escape')
  await expect(async () => {
    await clickSpot(page, 12, 0)
    await expect(part(page, 'Name')).toHaveText('Along', { timeout: 1000 })
  }).toPass()
  await page.keyboard.down('Shift')
  await drag(page, await spotAt(page, 6, -0.8), await spotAt(page, 18, 0.8))
  await page.keyboard.up('Shift')
  await type(page, 'Pause of all', '+2')
  await type(page, 'Pace of all', '0.7')
  await expect
    .poll(async () => (await show()).walks[0]!.points.map(({ pause, pace }) => [pause, pace]))
    .toEqual([[0, undefined], [2, 0.7], [2, 0.7], [0, undefined]]) // prettier-ignore
})

test('zones are chosen together in the score, cues on their shelf', async ({ page, server }) => {
  const made = document('In the score')
  const sound = { kind: 'bed', sound: 'hum', gain: -6, where: { at: 'head' } }
  const cues = [
    { id: 'one', name: 'One', steps: [{ ...sound, id: 's1' }] },
    { id: 'two', name: 'Two', steps: [{ ...sound, id: 's2', gain: -2 }, { ...sound, id: 's3' }] }, // prettier-ignore
    { id: 'three', name: 'Three', steps: [{ ...sound, id: 's4' }] },
  ]
  const sounds = [{ id: 'hum', name: 'Hum', asset: 'f'.repeat(64), seconds: 2 }]
  const zones = made.zones.map((zone) => ({ ...zone, shape: box(zone.shape.at[0] as number, 0), rules: [] }))
  const { body } = await ask(server.url, '/api/shows', 'POST', { document: { ...made, zones, cues, sounds } })
  const show = async () => (await ask(server.url, `/api/shows/${body.id}`)).body.show as Show
  await open(page, server, body.id)
  // The walk meets A at 2 to 3 s, B after 4 s, C after 10 s.
  const lane = async (name: string) => (await head(page, name).boundingBox())!
  const [first, second, third] = [await lane('Alcove'), await lane('Bench'), await lane('Corner')]
  const at = (box: typeof first, x: number) => ({ x, y: box.y + box.height / 2 })
  const left = first.x + first.width + 14
  const end = (await score(page).boundingBox())!
  await page.keyboard.down('Shift')
  await drag(page, at(first, left), at(third, (left + end.x + end.width) / 2))
  await expect(desk(page)).toContainText('2 things chosen')
  await page.mouse.click(left, at(third, 0).y)
  await expect(desk(page)).toContainText('3 things chosen')
  await page.mouse.click(left, at(second, 0).y)
  await page.keyboard.up('Shift')
  await expect(desk(page)).toContainText('2 things chosen')
  await expect(desk(page).getByRole('button', { name: 'Bench' })).toBeHidden()

  await page.keyboard.press('Escape')
  await page.keyboard.press('2')
  const shelf = page.getByRole('list', { name: 'Shelf' })
  await shelf.getByRole('button', { name: 'One' }).click()
  await shelf.getByRole('button', { name: 'Two' }).click({ modifiers: ['Shift'] })
  await expect(desk(page)).toContainText('2 cues chosen')
  await type(page, 'Gain, all', '+3 dB')
  await desk(page).getByRole('button', { name: 'Mark as scares' }).click()
  await choose(page, 'For', 'everyone')
  const gains = async () => (await show()).cues.map(({ steps }) => steps.map((step) => 'gain' in step && step.gain))
  await expect.poll(gains).toEqual([[-3], [1, -3], [-6]])
  await expect.poll(async () => (await show()).cues.map(({ scare }) => scare)).toEqual([true, true, false])
  await expect.poll(async () => (await show()).cues.map((cue) => cue.for)).toEqual(['everyone', 'everyone', 'whoever'])
  await desk(page).getByRole('button', { name: 'Delete', exact: true }).click()
  await desk(page).getByRole('button', { name: 'Delete them' }).click()
  await expect.poll(async () => (await show()).cues.map(({ id }) => id)).toEqual(['three'])
})

test('points of a walk are held together, moved, and removed', async ({ page, server }) => {
  const { body } = await ask(server.url, '/api/shows', 'POST', { document: document('Points') })
  const show = async () => (await ask(server.url, `/api/shows/${body.id}`)).body.show as Show
  await open(page, server, body.id)
  // Its way is there to be clicked once it has been run.
  await expect(async () => {
    await clickSpot(page, 12, 0)
    await expect(part(page, 'Name')).toHaveText('Along', { timeout: 1000 })
  }).toPass()
  await page.keyboard.down('Shift')
  await drag(page, await spotAt(page, 6, -0.8), await spotAt(page, 18, 0.8))
  await page.keyboard.up('Shift')
  await expect(desk(page)).toContainText('2 points are held')
  await drag(page, await spotAt(page, 8, 0), await spotAt(page, 8, 2))
  await expect.poll(async () => (await show()).walks[0]!.points.map(({ at }) => at[2])).toEqual([0, 2, 2, 0])
  await page.keyboard.press('Delete')
  await expect.poll(async () => (await show()).walks[0]!.points.map(({ at }) => at[0])).toEqual([2, 24])
})

test('what is copied comes into another show with what it needs, and says what is no part of a show', async ({
  page,
  server,
  context,
}) => {
  await context.grantPermissions(['clipboard-read', 'clipboard-write'])
  const { body } = await ask(server.url, '/api/shows', 'POST', { document: document('From') })
  await open(page, server, body.id)
  await clickThing(page, 'zone', 'a')
  const read = () => page.evaluate(() => navigator.clipboard.readText())
  await expect
    .poll(async () => {
      await page.keyboard.press('Control+c')
      return read()
    })
    .toContain('Alcove')
  const copied = JSON.parse(await read())
  expect([copied.format, copied.zones.length, copied.place.lights.length]).toEqual(['esvik-show', 1, 1])
  await page.mouse.move(5, 60)
  await page.keyboard.press('Control+v')
  const from = async () => (await ask(server.url, `/api/shows/${body.id}`)).body.show as Show
  await expect.poll(async () => (await from()).zones.map(({ name }) => name)).toContain('Alcove 2')
  expect((await from()).cues).toHaveLength(1)

  const show = await openNew(page, server, 'Into')
  await page.mouse.move(5, 60)
  const zones = async () => (await show()).zones.map(({ name }) => name)
  // What pastes comes a moment after the page: pressed before, nothing happens yet.
  await expect(async () => {
    if ((await zones()).length === 0) await page.keyboard.press('Control+v')
    await expect.poll(zones, { timeout: 30_000 }).toEqual(['Alcove'])
  }).toPass()
  const now = await show()
  expect(now.cues.map(({ name }) => name)).toEqual(['Light on'])
  expect(now.place.lights.map(({ name }) => name)).toContain('Lamp')
  expect(now.cues[0]!.steps[0]).toMatchObject({ light: now.place.lights.find(({ name }) => name === 'Lamp')!.id })
  await expect(part(page, 'Name')).toHaveText('Alcove')

  // A sound of another server comes in, is said to be silent, and no longer is once it's gone.
  const foreign = {
    format: 'esvik-show',
    version: 1,
    title: 'Foreign',
    place: {},
    sounds: [{ id: 'far', name: 'Far bell', asset: 'f'.repeat(64), seconds: 2 }],
    cues: [{ id: 'toll', name: 'Toll', steps: [{ id: 's', kind: 'sound', sound: 'far', where: { at: 'head' } }] }],
  }
  await page.evaluate((text) => navigator.clipboard.writeText(text), JSON.stringify(foreign))
  await page.keyboard.press('Control+v')
  await expect(desk(page)).toContainText('Without a file here, so not heard: Far bell')
  await page.keyboard.press('Control+z')
  await expect(desk(page)).not.toContainText('Far bell')

  await page.evaluate(() =>
    navigator.clipboard.writeText('{"format":"esvik-show","version":1,"title":"x","place":{},"zones":[{}]}'),
  )
  await page.keyboard.press('Control+v')
  await expect(desk(page).getByRole('alert')).toContainText('What was copied is no part of a show: /zones/0')
  expect((await show()).zones).toHaveLength(1)
})

test('the plan is gone through, drawn in and read by keys alone; one key leads to the desk', async ({
  page,
  server,
}) => {
  const show = await openNew(page, server, 'By keys')
  /** By its name, as everything is found. */
  const draw = async (words: string) => {
    await page.keyboard.press('Control+k')
    await page.getByRole('combobox', { name: 'Find anything' }).fill(words)
    await expect(page.getByRole('option').first()).toContainText('Draw')
    await page.keyboard.press('Enter')
    await expect(plan(page)).toBeFocused()
  }
  await draw('draw zone cylinder')
  // From the middle of the plan two metres to the east.
  await page.keyboard.press('Space')
  await expect(plan(page).locator('[data-cross]')).toBeVisible()
  for (let n = 0; n < 4; n++) await page.keyboard.press('ArrowRight')
  await page.keyboard.press('Shift+ArrowRight')
  await page.keyboard.press('Space')
  await expect.poll(async () => (await show()).zones.map(({ shape }) => shape.kind)).toEqual(['cylinder'])
  const { shape } = (await show()).zones[0]!
  expect(shape.kind === 'cylinder' && shape.radius).toBeCloseTo(2.1, 1)
  await expect(part(page, 'Name')).toBeVisible()
  await page.keyboard.press('d')
  await expect(desk(page).locator(':focus')).toHaveCount(1)
  await page.keyboard.press('s')
  await expect(page.getByRole('region', { name: 'Score' }).locator('[data-zone]:focus')).toHaveAttribute(
    'aria-pressed',
    'true',
  )
  await draw('draw light all round')
  await page.keyboard.press('Space')
  await page.keyboard.press('Space')
  await expect.poll(async () => (await show()).place.lights.length).toBe(3)
  // A wall of two stretches, corner by corner.
  const before = (await show()).place.walls.length
  await draw('draw wall wall')
  for (const way of ['ArrowDown', 'ArrowRight', 'ArrowDown']) {
    await page.keyboard.press('Space')
    for (let n = 0; n < 3; n++) await page.keyboard.press(way)
  }
  await page.keyboard.press('Enter')
  await expect.poll(async () => (await show()).place.walls.length).toBe(before + 2)
  // What is drawn is moved by keys, too, and a click of the cross chooses another thing.
  await page.keyboard.press('p')
  const cross = plan(page).locator('[data-cross]')
  await expect(cross).toBeVisible()
  // Nearer and further around it.
  const metre = async () => (await spotAt(page, 1, 0)).x - (await spotAt(page, 0, 0)).x
  const [far, at] = [await metre(), await middle(cross)]
  await page.keyboard.press('+')
  await page.keyboard.press('+')
  await expect.poll(metre).toBeGreaterThan(far * 1.5)
  await expect.poll(async () => Math.abs((await middle(cross)).x - at.x)).toBeLessThan(2)
  await page.keyboard.press('0')
  await expect.poll(metre).toBeLessThan(far * 1.2)
  await page.keyboard.press('Escape')
  await expect(desk(page).getByRole('heading', { level: 2 })).toHaveText('By keys')
})
