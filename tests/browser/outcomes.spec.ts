import { expect, type Locator, type Page } from '@playwright/test'
import { channelAt, eventsOf, prepare, run, walksOf } from '../../core/engine'
import { readShow, type Show } from '../../core/show'
import { wav } from '../harness/wav'
import { desk, drag, openNew, part, plan, score, spotAt, test, type At } from './page'

/** A hand that counts: a click, a key, a drag, a text that is typed are an action each. */
class Hand {
  actions = 0
  constructor(private readonly page: Page) {}
  async click(what: Locator | At): Promise<void> {
    this.actions++
    await ('x' in what ? this.page.mouse.click(what.x, what.y) : what.click())
  }
  async press(key: string): Promise<void> {
    this.actions++
    await this.page.keyboard.press(key)
  }
  async type(text: string): Promise<void> {
    this.actions++
    await this.page.keyboard.type(text)
  }
  async drag(from: At, to: At): Promise<void> {
    this.actions++
    await drag(this.page, from, to)
  }
  tool = (name: string) => this.click(plan(this.page).getByRole('toolbar').getByRole('button', { name: new RegExp(`^${name}`) })) // prettier-ignore
  item = (name: RegExp) => this.click(this.page.getByRole('menuitem', { name }).first())
  option = (name: string) => this.click(this.page.getByRole('option', { name, exact: true }))
  part = (name: string) => this.click(part(this.page, name).first())
  /** A zone across the way through the hall. */
  async zone(x0: number, z0: number, x1: number, z1: number): Promise<void> {
    await this.tool('Zone')
    await this.drag(await spotAt(this.page, x0, z0), await spotAt(this.page, x1, z1))
    await expect(desk(this.page).getByRole('button', { name: '+ whole thing' })).toBeVisible()
  }
  /** Of what is asked for, what stands first. */
  async takeFirst(): Promise<void> {
    await expect(this.page.getByRole('dialog').getByRole('option').first()).toBeVisible()
    await this.press('Enter')
  }
  async whole(name: RegExp): Promise<void> {
    await this.press('w')
    await this.item(name)
  }
}
const MOST = 25
const steps = (page: Page) => desk(page).locator('[data-step]')
/** What the engine makes of the show as the server has it. */
async function played(document: Show) {
  const show = readShow(JSON.parse(JSON.stringify(document)))
  await prepare(show)
  const made = run(show, walksOf(show, [show.walks[0]!.id]), { seed: 7 })
  return { show, made, events: eventsOf(made) }
}

test('five copies of a switch with its help text', async ({ page, server }) => {
  const show = await openNew(page, server, 'Five switches')
  const hand = new Hand(page)
  await hand.zone(2.5, 3.5, 4.5, 5.5)
  await hand.press('w')
  await hand.item(/^To be copied/)
  await hand.item(/^A switch/)
  await hand.click(page.getByRole('option', { name: 'no sound' }))
  await expect.poll(async () => (await show()).kits.length).toBe(1)
  await hand.whole(/^A prompt at this/)
  await expect.poll(async () => (await show()).kits[0]!.rules.length).toBe(3)
  await hand.click(desk(page).getByRole('button', { name: 'Steps of its cue' }).last())
  await hand.click(steps(page).first().getByRole('button').first())
  await hand.part('Text')
  await page.keyboard.press('Control+a')
  await hand.type('Light')
  await hand.press('Enter')
  await hand.click(score(page).locator('button[data-zone]').first())
  await hand.click(desk(page).getByRole('spinbutton', { name: 'How many' }))
  await page.keyboard.press('Control+a')
  await hand.type('5')
  await hand.click(desk(page).getByRole('button', { name: 'Along a line' }))
  await hand.click(await spotAt(page, 12.5, 4.5))
  await expect.poll(async () => (await show()).zones.length).toBe(6)
  const { zones, place, cues } = await show()
  expect(new Set(zones.map(({ kit }) => kit)).size).toBe(1)
  expect(cues.flatMap((cue) => cue.steps).find(({ kind }) => kind === 'prompt')).toMatchObject({ text: 'Light' })
  expect(place.lights.length).toBe(7)
  expect(hand.actions).toBeLessThanOrEqual(MOST)
})

test('a thing vanishes, another changes colour, both come back', async ({ page, server }) => {
  const show = await openNew(page, server, 'Comes back')
  const hand = new Hand(page)
  await hand.zone(5, 3, 7, 6)
  await hand.click(desk(page).getByRole('button', { name: '+ rule' }))
  await hand.click(desk(page).getByRole('button', { name: 'Steps of its cue' }))
  for (const [prop, what] of [
    ['Chest', 'Shown'],
    ['Column', 'Colour'],
  ] as const) {
    await hand.click(desk(page).getByRole('button', { name: '+ step' }))
    await hand.item(/^A prop that moves/)
    await hand.part('Prop')
    await hand.option(prop)
    await hand.part(what)
    if (what === 'Shown') await hand.option('is hidden')
    else await hand.click(page.locator('.menu').getByRole('listitem').getByRole('button').first())
  }
  await expect.poll(async () => (await show()).cues[0]?.steps.length).toBe(2)
  await expect
    .poll(async () => (await show()).cues[0]!.steps.some((step) => step.kind === 'prop' && step.colour))
    .toBe(true)
  const { show: whole, made, events } = await played(await show())
  const zone = whole.zones[0]!.id
  const entered = events.find((event) => event.kind === 'enter' && event.zone === zone)!.t
  const left = events.find((event) => event.kind === 'leave' && event.zone === zone)!.t
  const at = (t: number) => [
    channelAt(whole, made, 'prop:chest', t, 0).shown,
    channelAt(whole, made, 'prop:column', t, 0).colour,
  ]
  const column = whole.place.props.find(({ id }) => id === 'column')!.colour
  expect(at(entered - 0.1)).toEqual([true, column])
  expect(at(entered + 0.2)[0]).toBe(false)
  expect(at(entered + 0.2)[1]).not.toBe(column)
  expect(at(left + 3)).toEqual([true, column])
  expect(hand.actions).toBeLessThanOrEqual(MOST)
})

test('a scare with the sound just dropped', async ({ page, server }) => {
  const show = await openNew(page, server, 'Dropped scare')
  const hand = new Hand(page)
  await page.getByRole('button', { name: 'Sounds', exact: true }).click()
  hand.actions++
  await page.getByLabel('Sounds to bring in', { exact: true }).setInputFiles({ name: 'Shriek.wav', mimeType: 'audio/wav', buffer: wav(24_000, 900) }) // prettier-ignore
  hand.actions++
  await expect.poll(async () => (await show()).sounds.some(({ name }) => name === 'Shriek')).toBe(true)
  await hand.click(page.getByRole('button', { name: 'Desk', exact: true }))
  await hand.zone(5, 3, 7, 6)
  await hand.whole(/^A scare/)
  await hand.takeFirst()
  await expect.poll(async () => (await show()).cues.length).toBe(1)
  const { show: whole, events } = await played(await show())
  const shriek = whole.sounds.find(({ name }) => name === 'Shriek')!.id
  expect(events.filter((event) => event.kind === 'sound' && event.sound === shriek)).toHaveLength(1)
  expect(hand.actions).toBeLessThanOrEqual(MOST)
})

test('a cup that falls, with its impact', async ({ page, server }) => {
  const show = await openNew(page, server, 'A cup')
  const hand = new Hand(page)
  await hand.tool('Prop')
  await hand.click(await spotAt(page, 6, 4.5))
  await expect(desk(page).getByText('Is a')).toBeVisible()
  await hand.part('Form')
  await hand.option('cup')
  await hand.part('Y')
  await page.keyboard.press('Control+a')
  await hand.type('1.2')
  await hand.press('Enter')
  await hand.whole(/^A thing that falls/)
  await hand.takeFirst()
  await expect.poll(async () => (await show()).cues.length).toBe(1)
  const { show: whole, events } = await played(await show())
  const cup = whole.place.props.find(({ form }) => form === 'cup')!
  const impacts = events.filter((event) => event.kind === 'impact' && event.prop === cup.id)
  expect(impacts.length).toBeGreaterThan(0)
  const first = impacts[0]!.t
  expect(events.some((event) => event.kind === 'sound' && Math.abs(event.t - first) < 0.05)).toBe(true)
  expect(hand.actions).toBeLessThanOrEqual(MOST)
})

test('a door that opens with one sound and closes with another', async ({ page, server }) => {
  const show = await openNew(page, server, 'Two sounds')
  const hand = new Hand(page)
  await hand.zone(5.5, 3.2, 8.5, 5.8)
  await hand.whole(/^A door that slides/)
  await hand.takeFirst()
  await expect(page.getByRole('dialog', { name: 'And as it closes?' })).toHaveCount(1)
  await hand.click(page.getByRole('option', { name: /^Winch/ }))
  await expect.poll(async () => (await show()).zones[0]!.rules.length).toBe(3)
  const { events } = await played(await show())
  const heard = events.flatMap((event) => (event.kind === 'sound' ? [event.sound] : []))
  const passes = events.filter((event) => event.kind === 'leave').length
  expect(new Set(heard).size).toBe(2)
  // Each time somebody has come and gone it has opened and closed.
  expect(heard).toHaveLength(2 * passes)
  expect(hand.actions).toBeLessThanOrEqual(15)
})

test('whoever comes into a larger zone is held until the cinematic of a smaller one has ended', async ({
  page,
  server,
}) => {
  const show = await openNew(page, server, 'Held')
  const hand = new Hand(page)
  await hand.zone(3, 3.5, 4, 5.5)
  await hand.click(desk(page).getByRole('button', { name: '+ rule' }))
  await hand.click(desk(page).getByRole('button', { name: 'Steps of its cue' }))
  await hand.click(desk(page).getByRole('button', { name: '+ step' }))
  await hand.item(/^A fade/)
  await expect.poll(async () => (await show()).cues[0]?.steps.length).toBe(1)
  const film = (await show()).cues[0]!
  await hand.zone(3.2, 2.5, 9, 6.5)
  await hand.click(desk(page).getByRole('button', { name: '+ rule' }))
  await hand.click(desk(page).getByRole('option', { name: 'with a new cue' }))
  await hand.click(desk(page).getByRole('button', { name: 'Steps of its cue' }))
  await hand.click(desk(page).getByRole('button', { name: '+ step' }))
  await hand.item(/^A freeze/)
  await hand.part('Lasts')
  await hand.option(`until ${film.name} ends`)
  const freeze = () => show().then(({ zones }) => zones[1]!.rules[0]!)
  await expect.poll(async () => (await freeze()).onLeave).toBe('nothing')
  const { show: whole, made, events } = await played(await show())
  const ended = events.find((event) => event.kind === 'end' && event.cue === film.id)!.t
  const locked = (t: number) => channelAt(whole, made, 'controls', t, 0).locks
  const fired = events.find((event) => event.kind === 'fire' && event.zone === whole.zones[1]!.id)!.t
  expect([fired + 0.1, ended - 0.1, ended + 0.1].map(locked)).toEqual([['walk'], ['walk'], []])
  expect(hand.actions).toBeLessThanOrEqual(20)
})

test('dark and red with a lamp in the hand and a vignette, back as one leaves, once', async ({ page, server }) => {
  const show = await openNew(page, server, 'Dark and red')
  const hand = new Hand(page)
  await hand.tool('Light')
  await hand.click(await spotAt(page, 1, 6))
  await hand.part('Tied')
  await hand.option('is carried by the player')
  await hand.part('On')
  await hand.option('It is off at the start')
  await hand.zone(5, 3, 7, 6)
  await hand.whole(/^Dark and back/)
  await hand.part('Limit')
  await hand.option('at most')
  await hand.click(desk(page).getByRole('button', { name: 'Steps of its cue' }))
  await hand.click(desk(page).getByRole('button', { name: '+ step' }))
  await hand.item(/^A light/)
  await hand.part('Colour')
  await hand.click(page.getByRole('button', { name: 'red', exact: true }))
  await hand.click(desk(page).getByRole('button', { name: '+ step' }))
  await hand.item(/^A light/)
  await hand.part('Light')
  const lamp = (await show()).place.lights.at(-1)!
  await hand.option(lamp.name)
  await hand.part('On')
  await hand.option('on')
  await expect.poll(async () => (await show()).cues[0]!.steps.filter((step) => step.kind === 'light' && step.on)).toHaveLength(1) // prettier-ignore
  const { show: whole, made, events } = await played(await show())
  const [zone] = whole.zones
  const [red] = whole.cues[0]!.steps.flatMap((step) => (step.kind === 'light' && step.colour ? [step] : []))
  const fired = events.filter((event) => event.kind === 'fire')
  expect(fired).toHaveLength(1)
  expect(zone!.rules[0]!.limit).toEqual({ times: 1 })
  const entered = fired[0]!.t
  const left = events.find((event) => event.kind === 'leave' && event.zone === zone!.id)!.t
  const at = (t: number) => {
    const air = channelAt(whole, made, 'atmosphere', t, 0)
    const light = channelAt(whole, made, `light:${red!.light}`, t, 0)
    const held = channelAt(whole, made, `light:${lamp.id}`, t, 0)
    return { dark: air.level < whole.atmosphere.level / 2, vignette: air.vignetteAmount > 0.2, red: light.colour === red!.colour, held: held.on * held.candela > 0 } // prettier-ignore
  }
  expect(at(entered - 0.1)).toEqual({ dark: false, vignette: false, red: false, held: false })
  expect(at(left - 0.1)).toEqual({ dark: true, vignette: true, red: true, held: true })
  expect(at(left + 4)).toEqual({ dark: false, vignette: false, red: false, held: false })
  expect(whole.place.lights.find(({ id }) => id === lamp.id)!.tiedTo).toEqual({ player: true })
  expect(hand.actions).toBeLessThanOrEqual(MOST)
})

test('a production: 28 zones, three walks and 25 sounds, every room with its bed and every scare tuned', async ({
  page,
  server,
}) => {
  test.setTimeout(180_000)
  const show = await openNew(page, server, 'Production')
  const hand = new Hand(page)
  const before = (await show()).sounds.length
  await hand.press('3')
  hand.actions++
  await page.getByLabel('Sounds to bring in', { exact: true }).setInputFiles(
    Array.from({ length: 25 }, (_, i) => ({ name: `Take ${i + 1}.wav`, mimeType: 'audio/wav', buffer: wav(4000, 150 + 20 * i) })), // prettier-ignore
  )
  await expect.poll(async () => (await show()).sounds.length).toBe(before + 25)
  await hand.press('1')

  // Zones one after the other, the tool in hand.
  const toolbar = plan(page).getByRole('toolbar')
  hand.actions++
  await toolbar.getByRole('button', { name: /^Zone/ }).dblclick()
  for (let row = 0; row < 4; row++)
    for (let column = 0; column < 7; column++) {
      const [x, z] = [0.8 + column * 1.9, 0.8 + row * 2.1]
      await hand.drag(await spotAt(page, x, z), await spotAt(page, x + 1.2, z + 1.2))
      await expect.poll(async () => (await show()).zones.length).toBe(row * 7 + column + 1)
    }
  await hand.press('Escape')
  hand.actions++
  await toolbar.getByRole('button', { name: 'Walk', exact: true }).dblclick()
  for (const z of [1.4, 5.5]) {
    for (const x of [1, 5, 6.5, 8, 13]) await hand.click(await spotAt(page, x, z))
    await hand.press('Enter')
  }
  await expect.poll(async () => (await show()).walks.length).toBe(3)
  await hand.press('Escape')

  // Named, and every room's bed, in one table; scares in the other.
  await hand.press('4')
  const tables = page.getByRole('region', { name: 'Tables' })
  const cell = (row: number, column: string) => tables.locator(`[data-row="${row}"] `).getByLabel(new RegExp(`^${column}, `)) // prettier-ignore
  /** Down a column, cell by cell. */
  const column = async (name: string, texts: string[]) => {
    await hand.click(cell(0, name))
    for (const text of texts) {
      await hand.type(text)
      await hand.press('Enter')
    }
  }
  const take = (i: number) => `Take ${i + 1}`
  const names = Array.from({ length: 28 }, (_, i) => (i % 2 === 0 ? `Room ${i / 2 + 1}` : `Fright ${(i + 1) / 2}`))
  const everyOther = (text: (i: number) => string) => names.map((_, i) => (i % 2 === 0 ? text(i / 2) : ''))
  await column('Zone', names)
  await column('Bed', everyOther(take))
  await column(
    'Gain',
    everyOther((i) => `-${6 + i}`),
  )
  await column(
    'Fade in',
    everyOther((i) => `${1 + i / 10}`),
  )
  await hand.click(tables.getByRole('button', { name: 'Scares' }))
  for (let i = 0; i < 14; i++) {
    await hand.click(tables.getByLabel('Zone or floor of one more'))
    await hand.type(`Fright ${i + 1}`)
    await hand.press('Tab')
    await hand.type(take(11 + i))
    await hand.press('Enter')
    await expect(tables.getByLabel('Zone or floor of one more')).toHaveValue('')
  }
  const scares = Array.from({ length: 14 }, (_, i) => i)
  await column('Gain', scares.map((i) => `${i / 2}`)) // prettier-ignore
  await column('Cooldown', scares.map((i) => `${20 + i}`)) // prettier-ignore
  await column('Chance in 10', scares.map((i) => `${10 - i / 2}`)) // prettier-ignore
  await expect.poll(async () => (await show()).zones.at(-1)!.rules[0]?.chance).toBe(0.35)

  const { zones, cues, walks, sounds } = await show()
  const soundName = (id: string | undefined) => sounds.find((sound) => sound.id === id)?.name
  const heard = zones.map(({ name, rules }) => {
    const cue = cues.find(({ id }) => id === rules[0]?.cue)
    const step = cue?.steps.find(({ kind }) => kind === 'bed' || kind === 'sound')
    if (step?.kind === 'bed') return [name, soundName(step.sound), step.gain, step.fadeIn]
    return [name, step?.kind === 'sound' && soundName(step.sound), step?.kind === 'sound' && step.gain[0], rules[0]?.cooldown?.seconds, rules[0]?.chance] // prettier-ignore
  })
  expect(heard).toEqual(
    names.map((name, i) =>
      i % 2 === 0
        ? [name, take(i / 2), -(6 + i / 2), 1 + i / 20]
        : [name, take(11 + (i - 1) / 2), (i - 1) / 4, 20 + (i - 1) / 2, (10 - (i - 1) / 4) / 10],
    ),
  )
  expect(walks).toHaveLength(3)
  expect(hand.actions).toBeLessThanOrEqual(900)
})

test('every whole thing by one hand, and copies of them, are a handful of actions each', async ({ page, server }) => {
  test.setTimeout(180_000)
  const show = await openNew(page, server, 'Each of them')
  const counts: { [name: string]: number } = {}
  /** Made at a zone of its own; what is asked for is what stands first. */
  const made = async (
    index: number,
    name: RegExp,
    asks: number,
    how: (hand: Hand) => Promise<void> = async () => {},
  ) => {
    const hand = new Hand(page)
    const [x, z] = [1 + (index % 5) * 2.4, 0.8 + Math.floor(index / 5) * 2]
    const rules = async () => {
      const { zones, kits } = await show()
      return [...zones, ...kits].reduce((sum, each) => sum + each.rules.length, 0)
    }
    const before = await rules()
    await hand.zone(x, z, x + 1, z + 1)
    await hand.press('w')
    await how(hand)
    await hand.item(name)
    for (let n = 0; n < asks; n++) await hand.takeFirst()
    await expect.poll(rules, { message: String(name) }).toBeGreaterThan(before)
    counts[name.source] = hand.actions
  }
  const once: [RegExp, number][] = [
    [/^Ambience here/, 1],
    [/^A scare/, 1],
    [/^A prompt at this/, 0],
    [/^A door that swings/, 2],
    [/^A door that slides/, 2],
    [/^A switch/, 1],
    [/^Dark and back/, 0],
    [/^Freeze with a camera/, 0],
    [/^A way through/, 0],
    [/^Music until/, 1],
    [/^A thing that falls/, 1],
    [/^Something to pick up/, 1],
    [/^Bump and burst/, 1],
  ]
  for (const [index, [name, asks]] of once.entries()) await made(index, name, asks)
  const hand = new Hand(page)
  await made(once.length, /^Bump and burst/, 1, (each) => each.item(/^To be copied/))
  const before = (await show()).zones.length
  await hand.click(desk(page).getByRole('spinbutton', { name: 'How many' }))
  await page.keyboard.press('Control+a')
  await hand.type('4')
  await hand.click(desk(page).getByRole('button', { name: 'Along a line' }))
  await hand.click(await spotAt(page, 13, 8))
  await expect.poll(async () => (await show()).zones.length).toBe(before + 4)
  counts.copies = hand.actions + counts['^Bump and burst']!
  expect(Object.entries(counts).filter(([, actions]) => actions > MOST)).toEqual([])
})
