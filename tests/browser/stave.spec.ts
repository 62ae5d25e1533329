import AxeBuilder from '@axe-core/playwright'
import { expect, type Locator, type Page } from '@playwright/test'
import { stepKinds, type Cue, type Show, type StepKind } from '../../core/show'
import { full, leaves, WHOLE, withSteps } from '../../core/testing/whole-steps'
import { ask } from '../harness/api'
import type { TestServer } from '../harness/server'
import { choose, clickSpot, desk, drag, middle, open, part, plan, test, type } from './page'

const stave = (page: Page) => page.getByRole('group', { name: 'Stave' })
const band = (page: Page) => page.getByRole('region', { name: 'Cues' })
const stroke = (page: Page, id: string) => stave(page).locator(`[data-stroke="${id}"]`)
const grip = (page: Page, key: string) => stave(page).locator(`[data-grip="${key}"]`)

/** A room in which there is something to be frightened of, and nothing happens yet. */
const room = {
  ...full,
  title: 'A room',
  place: {
    ...full.place,
    floors: [
      {
        id: 'floor',
        name: 'Floor',
        y: 0,
        outline: [
          [0, -4],
          [12, -4],
          [12, 4],
          [0, 4],
        ],
      },
    ],
  },
  cues: [
    { id: 'cue', name: 'Scare', steps: [] },
    { id: 'other', name: 'Other', steps: [] },
  ],
}
/** Opens a show at its cues; gives how to read its first cue as the server has it. */
async function openCues(page: Page, server: TestServer, document: object): Promise<() => Promise<Cue>> {
  const { body } = await ask(server.url, '/api/shows', 'POST', { document })
  await open(page, server, body.id)
  await page.getByRole('navigation', { name: 'Views' }).getByRole('button', { name: 'Cues' }).click()
  await page.getByRole('list', { name: 'Shelf' }).getByRole('button').first().click()
  return async () => ((await ask(server.url, `/api/shows/${body.id}`)).body.show as Show).cues[0]!
}
async function add(page: Page, words: string) {
  await band(page).getByRole('button', { name: 'Add' }).click()
  await page.getByRole('menuitem', { name: words, exact: true }).click()
}
const kindsOf = async (cue: () => Promise<Cue>) => (await cue()).steps.map(({ kind }) => kind)
const stepOf = async (cue: () => Promise<Cue>, kind: StepKind): Promise<any> =>
  (await cue()).steps.find((step) => step.kind === kind)

test('a scare of five steps is built with the mouse, on the stave and at its desk', async ({ page, server }) => {
  const cue = await openCues(page, server, room)
  await add(page, 'A sound')
  await choose(page, 'Sound', 'one of Pool')
  await add(page, 'A light')
  await part(page, 'Candela').click()
  await type(page, 'Candela', '1')
  await add(page, 'A freeze')
  await add(page, 'A fade')
  await add(page, 'A prompt')
  await expect.poll(() => kindsOf(cue)).toEqual(['sound', 'light', 'freeze', 'fade', 'prompt'])
  await expect(stave(page).locator('[data-stroke]')).toHaveCount(5)

  // The fade is dragged until it holds where the freeze ends, and is made longer by its end.
  const fade = stroke(page, 'fade')
  const end = (await stroke(page, 'freeze').locator('rect').first().boundingBox())!
  const from = await middle(fade.locator('rect').first())
  const left = (await fade.locator('rect').first().boundingBox())!.x
  await drag(page, from, { x: from.x + end.x + end.width - left + 3, y: from.y })
  await expect.poll(async () => (await stepOf(cue, 'fade')).at).toBe(2)
  const out = await middle(grip(page, 'end'))
  await drag(page, out, { x: out.x + 60, y: out.y })
  await expect.poll(async () => (await stepOf(cue, 'fade')).out).toBeGreaterThan(1)
  // A ramp is dragged, and eased by its picture.
  await stroke(page, 'light').click({ position: { x: 40, y: 12 } })
  const ramp = await middle(grip(page, 'ramp'))
  await drag(page, ramp, { x: ramp.x + 50, y: ramp.y })
  await expect.poll(async () => (await stepOf(cue, 'light')).ramp.seconds).toBeGreaterThan(1.2)
  await choose(page, 'Ramp, ease', 'slowly at first')
  await expect.poll(async () => (await stepOf(cue, 'light')).ramp.ease).toBe('in')

  // Two are held together, begin together, and are copied into another cue.
  await stroke(page, 'freeze').locator('rect').first().click()
  await fade.click({ modifiers: ['Shift'] })
  await expect(stave(page).locator('[data-stroke][aria-pressed=true]')).toHaveCount(2)
  await band(page).getByRole('button', { name: 'Start together' }).click()
  await expect.poll(async () => (await stepOf(cue, 'fade')).at).toBe(0)
  await page.keyboard.press('Control+z')
  await expect.poll(async () => (await stepOf(cue, 'fade')).at).toBe(2)
  await band(page).getByRole('button', { name: 'Copy' }).click()
  await page.getByRole('list', { name: 'Shelf' }).getByRole('button', { name: 'Other' }).click()
  await band(page).getByRole('button', { name: 'Paste 2' }).click()
  await expect(stave(page).locator('[data-stroke]')).toHaveCount(2)
  const { violations } = await new AxeBuilder({ page }).analyze()
  expect(violations.map(({ id, nodes }) => [id, nodes[0]!.html])).toEqual([])
})

/** Goes there by the Tab key alone. */
async function tabTo(page: Page, target: Locator) {
  await expect(target).toBeVisible()
  for (let i = 0; i < 400; i++) {
    if (await target.evaluate((element) => element === globalThis.document.activeElement)) return
    await page.keyboard.press('Tab')
  }
  throw new Error('Tab never comes there')
}

test('a scare and a path over three camera marks are built by the keyboard alone', async ({ page, server }) => {
  const cue = await openCues(page, server, room)
  const press = async (...keys: string[]) => {
    for (const key of keys) await page.keyboard.press(key)
  }
  const menu = page.getByRole('menu')
  const addBy = async (words: string) => {
    await press('a')
    await expect(menu).toBeFocused()
    const active = menu.locator('[role=menuitem][data-headlessui-state~=active]')
    for (let i = 0; i < 30; i++) {
      await press('ArrowDown')
      if ((await active.textContent())!.trim() === words) break
    }
    await expect(active).toHaveText(words)
    await press('Enter')
    await expect(menu).toBeHidden()
  }
  for (const words of ['A sound', 'A light', 'A fade', 'A freeze', 'A prompt']) await addBy(words)
  await expect.poll(() => kindsOf(cue)).toEqual(['sound', 'light', 'fade', 'freeze', 'prompt'])

  await tabTo(page, stroke(page, 'fade'))
  await press('ArrowRight', 'ArrowRight', 'Shift+ArrowRight')
  await expect.poll(async () => (await stepOf(cue, 'fade')).at).toBeCloseTo(1.2, 6)
  await press('Alt+ArrowRight', 'Alt+ArrowRight')
  await expect.poll(async () => (await stepOf(cue, 'fade')).out).toBeCloseTo(1, 6)
  await press('m')
  await expect.poll(async () => (await stepOf(cue, 'fade')).muted).toBe(true)
  await press('m', 'Enter')
  await tabTo(page, grip(page, 'in'))
  await press('ArrowRight')
  await expect.poll(async () => (await stepOf(cue, 'fade')).in).toBeCloseTo(0.6, 6)

  await addBy('A cut to a mark')
  await expect.poll(() => kindsOf(cue)).toContain('camera')
  await tabTo(page, desk(page).getByRole('button', { name: 'and another mark' }))
  await press('Enter')
  await expect(desk(page).locator('[data-stop]')).toHaveCount(2)
  await press('Enter')
  await expect(desk(page).locator('[data-stop]')).toHaveCount(3)
  await expect
    .poll(async () => (await stepOf(cue, 'camera')).marks.map(({ mark }: any) => mark))
    .toEqual(['eye', 'far', 'eye'])
  await tabTo(page, part(page, 'Travel 2'))
  await press('ArrowUp')
  await expect.poll(async () => (await stepOf(cue, 'camera')).marks[1].travel).toBeCloseTo(2.1, 6)
  await tabTo(page, stroke(page, 'camera'))
  await press('Control+d')
  await expect.poll(async () => (await kindsOf(cue)).filter((kind) => kind === 'camera').length).toBe(2)
  await press('Control+z')
  await expect.poll(async () => (await kindsOf(cue)).filter((kind) => kind === 'camera').length).toBe(1)
})

test('every field that the format gives a step is found at its desk', async ({ page, server }) => {
  const kinds = Object.keys(stepKinds) as StepKind[]
  const steps = kinds.flatMap((kind) =>
    withSteps(kind, WHOLE[kind]).cues[0]!.steps.map((step, i) => ({ ...step, id: `${kind}-${i}` })),
  )
  await openCues(page, server, { ...full, cues: [{ ...full.cues[0], steps }, full.cues[1]] })
  const seen = new Map<StepKind, Set<string>>(kinds.map((kind) => [kind, new Set()]))
  for (const { id, kind } of steps) {
    await desk(page).locator(`[data-step="${id}"] button[aria-expanded]`).click()
    const fields = desk(page).locator(`[data-step="${id}"] [data-field]`)
    await expect(fields.first()).toBeVisible()
    for (const path of await fields.evaluateAll((all) => all.map((each) => (each as HTMLElement).dataset.field!)))
      seen.get(kind)!.add(path)
  }
  for (const kind of kinds) {
    const paths = [...seen.get(kind)!]
    const wanted = leaves(stepKinds[kind]).filter((leaf) => !['id', 'kind', 'muted'].includes(leaf))
    const missing = wanted.filter((leaf) => !paths.some((path) => leaf === path || leaf.startsWith(`${path}.`)))
    expect([kind, missing]).toEqual([kind, []])
  }
})

test('a kind that wants something first says so, and takes it in the plan', async ({ page, server }) => {
  const bare = { ...room, place: { floors: room.place.floors, props: full.place.props } }
  const cue = await openCues(page, server, bare)
  await band(page).getByRole('button', { name: 'Add' }).click()
  const cut = page.getByRole('menuitem', { name: /^A cut to a mark/ })
  await expect(cut).toContainText('a camera mark: draw one')
  await cut.click()
  await expect(plan(page)).toContainText('a camera mark: draw one')
  await clickSpot(page, 4, 1)
  await expect.poll(() => stepOf(cue, 'camera')).toMatchObject({ marks: [{ mark: 'camera' }] })
  // Where it sounds is picked in the plan as well.
  await add(page, 'A sound')
  await desk(page).getByRole('button', { name: 'Pick it in the plan, Where' }).click()
  await clickSpot(page, 3, 0)
  await expect.poll(async () => (await stepOf(cue, 'sound')).where).toEqual({ at: 'prop', prop: 'door' })
})

test('a step that misleads says so, and what is left over is read beside the stave', async ({ page, server }) => {
  const steps = [
    { id: 'bed', kind: 'bed', sound: full.sounds[0]!.id, hold: 'cue' },
    { id: 'dim', kind: 'light', light: 'lamp', candela: 4, hold: 'keep' },
  ]
  const cue = await openCues(page, server, { ...room, cues: [{ id: 'cue', name: 'Scare', steps }, room.cues[1]] })
  await expect(stave(page).getByRole('list', { name: 'Light, still held after' })).toContainText('Lamp stays at 4 cd')
  await stroke(page, 'bed').focus()
  await page.keyboard.press('Enter')
  const cautions = desk(page).getByRole('list', { name: 'Cautions' })
  await expect(cautions).toContainText('0 s')
  await cautions.getByRole('button', { name: 'Until released' }).click()
  await expect(cautions).toBeHidden()
  await expect.poll(async () => (await stepOf(cue, 'bed')).hold).toBe('release')
  // Heard alone, the light is as it was.
  await stroke(page, 'bed').focus()
  await page.keyboard.press('o')
  await expect(stave(page).getByRole('list', { name: 'Light, still held after' })).not.toContainText('Lamp')
  await band(page).getByRole('button', { name: 'With the others' }).click()
  await expect(stave(page).getByRole('list', { name: 'Light, still held after' })).toContainText('Lamp stays at 4 cd')
})

test('whoever listens is put elsewhere in the plan, and hears it from there', async ({ page, server }) => {
  const steps = [
    {
      id: 'thud',
      kind: 'sound',
      sound: full.sounds[0]!.id,
      where: { at: 'prop', prop: 'door' },
      loop: true,
      hold: 'release',
    },
  ]
  await openCues(page, server, { ...room, cues: [{ id: 'cue', name: 'Scare', steps }, room.cues[1]] })
  const readOuts = page.getByRole('group', { name: 'What comes to the listener' })
  await expect(readOuts.locator('[data-bearing]')).toHaveCount(1)
  const before = await readOuts.locator('[data-bearing]').textContent()
  const listener = plan(page).locator('[data-listener] g').first()
  const at = await middle(listener)
  await drag(page, at, { x: at.x + 70, y: at.y + 30 })
  await expect(band(page)).toContainText('heard from where you put the listener')
  await expect(readOuts.locator('[data-bearing]')).not.toHaveText(before!)
  await listener.focus()
  const dragged = await readOuts.locator('[data-bearing] circle').getAttribute('cx')
  await page.keyboard.press(']')
  await expect(readOuts.locator('[data-bearing] circle')).not.toHaveAttribute('cx', dragged!)
  await band(page).getByRole('button', { name: 'back' }).click()
  await expect(readOuts.locator('[data-bearing]')).toHaveText(before!)
  // Its charts are read along by keys, and as a table.
  await readOuts.getByRole('slider', { name: /^Loudness/ }).focus()
  await page.keyboard.press('End')
  await expect(readOuts.locator('[data-chart-says]')).toContainText(/ s, loudness (silent|−?\d+ LUFS)/)
  await readOuts.getByRole('button', { name: /^Values of Light/ }).focus()
  await page.keyboard.press('Enter')
  await expect(page.getByRole('dialog', { name: /^Light/ }).getByRole('row')).not.toHaveCount(0)
  await page.keyboard.press('Escape')
  await expect(page.getByRole('dialog', { name: /^Light/ })).toHaveCount(0)
  // Ten draws in a row go through as many seeds.
  await band(page).getByRole('button', { name: 'Ten draws' }).click()
  await expect(band(page).getByRole('button', { name: /draws to go/ })).toBeVisible()
  await band(page)
    .getByRole('button', { name: /draws to go/ })
    .click()
  await expect(band(page).getByRole('button', { name: 'Ten draws' })).toBeVisible()
})

test('an atmosphere is kept by its name, gone to by its swatch, and replaced where it is deleted', async ({
  page,
  server,
}) => {
  const document = { ...room, atmospheres: [] }
  const { body } = await ask(server.url, '/api/shows', 'POST', { document })
  await open(page, server, body.id)
  const show = async () => (await ask(server.url, `/api/shows/${body.id}`)).body.show as Show
  await page.getByRole('navigation', { name: 'Views' }).getByRole('button', { name: 'Cues' }).click()
  await add(page, 'The atmosphere')
  await expect(desk(page).getByRole('list', { name: 'Cautions' })).toContainText('changes nothing yet')
  await part(page, 'Level').click()
  await type(page, 'Level', '0.2')
  await choose(page, 'Vignette', 'a vignette')
  await type(page, 'Vignette amount', '0.6')
  const swatches = desk(page).getByRole('group', { name: 'Atmospheres' })
  await swatches.getByRole('button', { name: 'Keep it as one' }).click()
  await expect.poll(async () => (await show()).atmospheres).toMatchObject([{ name: 'Scare', level: 0.2 }])
  await expect.poll(async () => (await show()).cues[0]!.steps[0]).toMatchObject({ preset: 'scare' })
  expect((await show()).cues[0]!.steps[0]).not.toHaveProperty('level')

  await band(page).getByRole('button', { name: '1 atmosphere' }).click()
  await band(page).getByRole('button', { name: 'New' }).click()
  await type(page, 'Name', 'Bright')
  await page.getByRole('list', { name: 'Atmospheres' }).getByRole('button', { name: 'Scare' }).click()
  await expect(desk(page)).toContainText('Gone to by Scare')
  const { violations } = await new AxeBuilder({ page }).analyze()
  expect(violations.map(({ id, nodes }) => [id, nodes[0]!.html])).toEqual([])
  await desk(page).getByRole('button', { name: 'Delete' }).click()
  await choose(page, 'Put in its place', 'Bright')
  await expect.poll(async () => (await show()).cues[0]!.steps[0]).toMatchObject({ preset: 'atmosphere' })
  await expect.poll(async () => (await show()).atmospheres.map(({ name }) => name)).toEqual(['Bright'])
})

test('a cue that is fired is deleted with what fires it, or another is put in its place', async ({ page, server }) => {
  const { body } = await ask(server.url, '/api/shows', 'POST', { document: room })
  await open(page, server, body.id)
  const show = async () => (await ask(server.url, `/api/shows/${body.id}`)).body.show as Show
  await page.getByRole('navigation', { name: 'Views' }).getByRole('button', { name: 'Cues' }).click()
  await page.getByRole('list', { name: 'Shelf' }).getByRole('button', { name: 'Scare' }).click()
  await expect(stave(page).getByRole('button', { name: 'Fired by Zone, enters' })).toBeVisible()
  await desk(page).getByRole('button', { name: 'Delete' }).click()
  await expect(desk(page).getByRole('alert')).toContainText('1 rule of Zone')
  await choose(page, 'Put in its place', 'Other')
  await expect.poll(async () => (await show()).cues.map(({ name }) => name)).toEqual(['Other'])
  expect((await show()).zones[0]!.rules[0]!.cue).toBe('other')
  await desk(page).getByRole('button', { name: 'Delete' }).click()
  await desk(page).getByRole('button', { name: 'Delete it all the same' }).click()
  await expect.poll(async () => (await show()).zones[0]!.rules).toEqual([])
})
