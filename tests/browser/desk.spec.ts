import { readFileSync } from 'node:fs'
import { expect } from '@playwright/test'
import { logOf, prepare, run, walksOf } from '../../core/engine'
import { readShow } from '../../core/show'
import { ask, demo, edit, newShow } from '../harness/api'
import {
  colourAt,
  desk,
  drag,
  drawZone,
  head,
  marks,
  middle,
  open,
  openDemo,
  openNew,
  plan,
  score,
  shownMarks,
  status,
  test,
  thingAt,
} from './page'

test('the score shows what the log of the exported show says', async ({ page, server }) => {
  const { id } = await demo(server.url)
  // So tall that every lane is in sight.
  await page.setViewportSize({ width: 1280, height: 1100 })
  await openDemo(page, server)
  await page.keyboard.press('f')
  const exported = readShow((await ask(server.url, `/api/shows/${id}/export`)).body)
  await prepare(exported)
  const log = logOf(exported, run(exported, walksOf(exported, ['curious', 'gull']), { seed: 7 }))
  const shown = async (kind: 'fired' | 'held') =>
    (await shownMarks(page, kind)).map(({ zone, t }) => `${zone} ${t.toFixed(6)}`).sort()
  const logged = (kind: 'fire' | 'held') =>
    log.events.flatMap((e) => (e.kind === kind ? [`${e.zone ?? ''} ${e.t.toFixed(6)}`] : [])).sort()
  await expect.poll(() => shown('fired')).toEqual(logged('fire'))
  await expect.poll(() => shown('held')).toEqual(logged('held'))

  // Where acts stand too close some beads have no room; each that is there is an event of the log.
  const zoneOf = new Map(log.events.flatMap((e) => (e.kind === 'fire' ? [[e.playing, e.zone ?? ''] as const] : [])))
  const acts = new Set(
    log.events.flatMap((e) => {
      if (e.kind === 'impact') return [e.t.toFixed(6)]
      const sounds = e.kind === 'step' && ['sound', 'bed', 'scatter'].includes(e.of)
      return e.kind === 'step' && !sounds ? [`${zoneOf.get(e.playing)} ${e.t.toFixed(6)}`] : []
    }),
  )
  const beads = await marks(page, 'act').evaluateAll((all) =>
    all.map((mark) => `${mark.dataset.zone} ${Number(mark.dataset.t).toFixed(6)}`),
  )
  expect(beads.length).toBeGreaterThan(30)
  for (const bead of beads) expect(acts.has(bead) || acts.has(bead.split(' ').at(-1)!), bead).toBe(true)
})

test('a signal says in its lane who hears it', async ({ page, server }) => {
  await openDemo(page, server)
  await head(page, 'Winch').click()
  await score(page).locator('[data-fired][data-zone=winch]').last().dblclick()
  const signal = marks(page, 'act', 'winch').and(page.getByLabel(/^Signal “rope taut”, heard by Upturned boat\./))
  await signal.first().hover()
  await expect(score(page).getByText(/^Signal “rope taut”/)).toBeVisible()
})

test('a zone with a kit reads its rules, and can have them for its own', async ({ page, server }) => {
  await openDemo(page, server)
  await head(page, 'Loose board in the loft').click()
  const kit = desk(page).getByRole('region', { name: 'Rules of the kit Loose board' })
  await expect(kit).toContainText(/When a player\s+enters.*fire\s+Board knocks/)
  await expect(kit).toContainText('Different here: delay, what leaving does')
  const before = await marks(page, 'fired', 'loft-board').count()
  await kit.getByRole('button', { name: 'Make these rules its own' }).click()
  await expect(kit).toBeHidden()
  await expect(desk(page)).toContainText(/When a player\s+enters.*after\s+0.9 s/)
  await expect(marks(page, 'fired', 'loft-board')).toHaveCount(before)
  await page.keyboard.press('Control+z')
  await expect(kit).toBeVisible()
})

test('lanes stand in the order in which the walk meets them; one never met says why', async ({ page, server }) => {
  await openDemo(page, server)
  await score(page).getByTitle('Who walks in this run').click()
  await page.getByRole('checkbox', { name: 'The gull' }).click()
  await expect(page.getByRole('checkbox', { name: 'The gull' })).not.toBeChecked()
  await page.keyboard.press('Escape')
  const heads = score(page).locator('[data-zone][aria-pressed]')
  await expect(heads.first()).toHaveAccessibleName('Quay air')
  await expect(head(page, 'Gull perch')).toContainText('missed by height')
  const names = await heads.allTextContents()
  expect(names.findIndex((name) => name.includes('Gull perch'))).toBeGreaterThan(
    names.findIndex((name) => name.includes('Winch')),
  )
})

test('a scare from nothing: zone, rule, sound, light and prompt, walked, tuned and found again', async ({
  page,
  server,
}) => {
  const made = await newShow(server.url, 'Scare')
  await open(page, server, made.id)
  await drawZone(page)
  await expect(head(page, 'Hall doorway')).toBeVisible()
  await desk(page).getByRole('button', { name: '+ rule' }).click()
  await expect(marks(page, 'fired', 'hall-doorway').first()).toBeVisible()
  const fired = await marks(page, 'fired', 'hall-doorway').count()
  expect(fired).toBeGreaterThan(1)

  await desk(page).getByRole('button', { name: 'Steps of its cue' }).click()
  for (const step of ['A sound', 'A light', 'A prompt']) {
    await desk(page).getByRole('button', { name: '+ step' }).click()
    await page.getByRole('menuitem', { name: step, exact: true }).click()
  }
  await expect(desk(page).locator('[data-step]')).toHaveCount(3)
  await expect(desk(page).locator('[data-step]').nth(1)).toContainText('until released')
  await expect(desk(page).locator('[data-step]').nth(2)).toContainText('until released')

  await head(page, 'Hall doorway').click()
  const cooldown = desk(page).getByRole('slider', { name: 'Cooldown' })
  await cooldown.focus()
  for (let n = 0; n < 20; n++) await page.keyboard.press('PageUp')
  await expect(marks(page, 'held', 'hall-doorway').first()).toBeVisible()
  await expect(marks(page, 'held', 'hall-doorway').first()).toHaveAccessibleName(
    /Held: cooldown, [\d.]+ s left of [\d.]+ s/,
  )
  await expect(status(page)).toContainText('Saved')

  await page.reload()
  await expect(desk(page).getByRole('button', { name: 'Hall doorway, Name' })).toBeVisible()
  await expect(marks(page, 'held', 'hall-doorway').first()).toBeVisible()
})

test('while a dial is held the score is drawn as it would be; let go, that is an edit', async ({ page, server }) => {
  await openDemo(page, server)
  await head(page, 'Rope post').click()
  const held = marks(page, 'held', 'rope-post').first()
  await expect(held).toHaveAccessibleName(/Held: cooldown/)
  const box = (await held.boundingBox())!
  // The head of its match: hollow while it is held, filled with lamplight once it fires.
  const match = { x: box.x + box.width / 2, y: box.y + 3 }
  const isLit = async () => {
    const [red, , blue] = await colourAt(page, match)
    return red! > 200 && blue! < 140
  }
  await expect.poll(isLit).toBe(false)

  const cooldown = desk(page).getByRole('slider', { name: 'Cooldown' })
  await cooldown.scrollIntoViewIfNeeded()
  const slider = (await cooldown.boundingBox())!
  const y = slider.y + slider.height / 2
  await page.mouse.move(slider.x + slider.width / 2, y)
  await page.mouse.down()
  await page.mouse.move(slider.x + 4, y, { steps: 6 })
  await expect.poll(isLit).toBe(true)
  await expect(status(page)).not.toContainText('Saving')
  await page.mouse.up()
  await expect(marks(page, 'held', 'rope-post').and(page.getByLabel(/Held: cooldown/))).toHaveCount(0)
  await expect(status(page)).toContainText('Saved')
  await expect.poll(isLit).toBe(true)
  await page.keyboard.press('Control+z')
  await expect.poll(isLit).toBe(false)
})

test('a part of the sentence is changed with the keyboard alone', async ({ page, server }) => {
  await openDemo(page, server)
  await head(page, 'Rope post').click()
  await desk(page).getByRole('button', { name: 'enters, Moment' }).focus()
  await page.keyboard.press('Enter')
  await page.keyboard.press('ArrowDown')
  await page.keyboard.press('Enter')
  await expect(desk(page).getByRole('button', { name: 'leaves, Moment' })).toBeVisible()
  await page.keyboard.press('Control+z')
  await expect(desk(page).getByRole('button', { name: 'enters, Moment' })).toBeVisible()
})

test('a zone is moved, resized and turned by hand; undo says what it takes back', async ({ page, server }) => {
  const made = await newShow(server.url, 'Handles')
  await open(page, server, made.id)
  await drawZone(page)
  const zone = () => ask(server.url, `/api/shows/${made.id}`).then(({ body }) => body.show.zones[0])
  await expect.poll(zone).toBeTruthy()
  const before = await zone()
  const at = await thingAt(page, 'zone', 'hall-doorway')
  await drag(page, at, { x: at.x + 60, y: at.y + 10 })
  await expect.poll(async () => (await zone()).shape.at[0]).toBeGreaterThan(before.shape.at[0])
  const corner = await middle(plan(page).locator('[data-handle="size11"]'))
  await drag(page, corner, { x: corner.x + 40, y: corner.y + 20 })
  await expect.poll(async () => (await zone()).shape.size[0]).toBeGreaterThan(before.shape.size[0])
  const turn = await middle(plan(page).locator('[data-handle=turn]'))
  await drag(page, turn, { x: turn.x - 60, y: turn.y + 30 })
  await expect.poll(async () => (await zone()).shape.yaw).not.toBe(0)
  for (const label of ['Turn Hall doorway', 'Resize Hall doorway', 'Move Hall doorway']) {
    await page.getByRole('button', { name: `Undo ${label}` }).click()
  }
  await expect.poll(async () => (await zone()).shape).toEqual(before.shape)
  await page.keyboard.press('Control+Shift+z')
  await expect.poll(async () => (await zone()).shape.at[0]).toBeGreaterThan(before.shape.at[0])
})

test('a walk is drawn by clicking, and played', async ({ page, server }) => {
  const made = await newShow(server.url, 'Walks')
  await open(page, server, made.id)
  await plan(page).getByRole('button', { name: 'Walk' }).click()
  const box = (await plan(page).boundingBox())!
  for (const [x, y] of [
    [0.35, 0.5],
    [0.5, 0.6],
    [0.6, 0.5],
  ])
    await page.mouse.click(box.x + box.width * x!, box.y + box.height * y!)
  await page.keyboard.press('Enter')
  await expect(desk(page).getByRole('button', { name: 'Walk 2, Name' })).toBeVisible()
  await expect(score(page).getByTitle('Who walks in this run')).toHaveText('Walk 2')
  await expect
    .poll(async () => (await ask(server.url, `/api/shows/${made.id}`)).body.show.walks[1]?.points.length)
    .toBeGreaterThanOrEqual(3)
  // It has found its way through the doorway by itself.
  await expect(desk(page)).not.toContainText('through a wall')
})

test('playing moves the playhead by the sound’s clock, and sources start where the log says', async ({
  page,
  server,
}) => {
  await openDemo(page, server)
  const clock = page.getByRole('timer')
  await page.getByRole('button', { name: 'Play', exact: true }).click()
  await expect(clock).not.toHaveText('00:00.0')
  const sounding = () => page.evaluate(() => (window as any).esvik.sounding())
  await expect.poll(async () => (await sounding()).voices.length).toBeGreaterThan(0)
  const check = async () => {
    const { voices, transport } = await sounding()
    for (const voice of voices) {
      const pitched = 2 ** (voice.pitch / 1200)
      const heardFrom = transport.at + (voice.when - transport.zero) * transport.speed
      const expected = Math.max(0, heardFrom - voice.t) * pitched
      const length = voice.loop ? voice.seconds : Infinity
      expect(Math.abs(((expected % length) - voice.offset) / pitched)).toBeLessThan(0.02)
      expect(heardFrom).toBeGreaterThanOrEqual(voice.t - 0.02)
    }
    return voices.length
  }
  expect(await check()).toBeGreaterThan(0)
  await page.keyboard.press('End')
  await page
    .getByRole('button', { name: 'Pause' })
    .or(page.getByRole('button', { name: 'Play', exact: true }))
    .first()
    .focus()
  await head(page, 'Kiln warmth').click()
  await marks(page, 'fired', 'kiln-room').first().click()
  if (await page.getByRole('button', { name: 'Play', exact: true }).isVisible())
    await page.getByRole('button', { name: 'Play', exact: true }).click()
  for (const speed of ['1×', '4×', '¼×']) {
    await page.getByRole('button', { name: `Speed ${speed}` }).waitFor()
    await expect.poll(check).toBeGreaterThan(0)
    await page.getByRole('button', { name: /^Speed/ }).click()
  }
})

test('keys step from event to event, and a row of the table goes there', async ({ page, server }) => {
  await openDemo(page, server)
  await page.keyboard.press('ArrowRight')
  const first = await page.getByRole('timer').textContent()
  await page.keyboard.press('ArrowRight')
  await expect(page.getByRole('timer')).not.toHaveText(first!)
  await page.keyboard.press('Home')
  await expect(page.getByRole('timer')).toHaveText('00:00.0')
  await page.getByRole('button', { name: 'Events as a table' }).click()
  await page.getByRole('searchbox').fill('held cooldown')
  const row = score(page).locator('tbody tr').first()
  await expect(row).toContainText('Rope post')
  await row.click()
  await expect(page.getByRole('timer')).not.toHaveText('00:00.0')
  await expect(desk(page).getByRole('button', { name: 'Rope post, Name' })).toBeVisible()
})

test('with the server away editing goes on, survives closing the page, and is sent when it is back', async ({
  page,
  context,
  server,
}) => {
  const made = await newShow(server.url, 'Offline')
  await open(page, server, made.id)
  await expect(status(page)).toContainText('Saved')
  await server.kill()
  await drawZone(page)
  await expect(status(page)).toContainText('Server away: 1 edit kept')
  await expect(head(page, 'Hall doorway')).toBeVisible()
  await page.close()
  await server.start()
  const again = await context.newPage()
  await open(again, server, made.id)
  await expect(head(again, 'Hall doorway')).toBeVisible()
  await expect(status(again)).toContainText('Saved')
  expect((await ask(server.url, `/api/shows/${made.id}`)).body.show.zones).toHaveLength(1)
})

test('shows are made, renamed, binned and brought in from their list', async ({ page, server }) => {
  /** Names that no run before has left in the list. */
  const own = (name: string) => `${name} ${mark}`
  const mark = Date.now().toString(36)
  await page.goto(server.url)
  await page.getByRole('textbox', { name: 'Name of a new show' }).fill(own('From the list'))
  await page.getByRole('button', { name: 'New show' }).click()
  await expect(score(page)).toContainText('No zone yet')
  await page.getByRole('link', { name: /Esvik/ }).click()
  const row = page.getByRole('listitem').filter({ hasText: own('From the list') })
  await row.getByRole('button', { name: 'Rename' }).click()
  await page.getByRole('textbox', { name: 'New name' }).fill(own('Renamed'))
  await page.keyboard.press('Enter')
  const renamed = page.getByRole('listitem').filter({ hasText: own('Renamed') })
  await renamed.getByRole('button', { name: 'Into the bin' }).click()
  await page
    .getByRole('listitem')
    .filter({ hasText: own('Renamed') })
    .getByRole('button', { name: 'Take it out' })
    .click()
  await expect(renamed.getByRole('link', { name: own('Renamed') })).toBeVisible()
  // Each says how long it is and when it was opened, and is found by its name.
  await expect(renamed).toContainText(/0 zones · 00:\d\d long · opened/)
  await page.getByRole('searchbox', { name: 'Find a show' }).fill(mark)
  const inUse = page.getByRole('list', { name: 'Shows', exact: true }).getByRole('listitem')
  await expect(inUse).toHaveCount(1)
  await page.getByRole('searchbox', { name: 'Find a show' }).fill('')
  await page.getByRole('button', { name: /Order$/ }).click()
  await page.getByRole('option', { name: 'by name' }).click()
  const titles = await inUse.locator('a[href^="/show/"]').allTextContents()
  expect(titles.filter(Boolean)).toEqual([...titles.filter(Boolean)].sort((a, b) => a.localeCompare(b)))
  // What can be said against one before anybody opens it stands there, too.
  const { id } = await newShow(server.url, own('With a dead rule'))
  const dead = { id: 'r', on: { at: 'clock', seconds: 1 }, cue: 'c', chance: 0 }
  await edit(server.url, id, 1, [
    { op: 'add', path: '/cues/-', value: { id: 'c', name: 'C', steps: [], for: 'everyone', scare: false } },
    { op: 'add', path: '/rules/-', value: dead },
  ])
  await page.reload()
  await expect(inUse.filter({ hasText: own('With a dead rule') })).toContainText('1 rule can never fire')
  await expect(renamed).not.toContainText('never fire')
  await page.getByLabel('Show to import').setInputFiles({
    name: 'broken.esvik.json',
    mimeType: 'application/json',
    buffer: Buffer.from('{"format":"esvik-show","version":1,"title":"x","place":{},"zones":[{}]}'),
  })
  await expect(page.getByRole('alert')).toContainText('/zones/0')

  const downloading = page.waitForEvent('download')
  await renamed.getByRole('link', { name: 'Export with sounds' }).click()
  const parcel = await (await downloading).path()
  await page.getByLabel('Show to import').setInputFiles({
    name: 'Renamed.esvik.zip',
    mimeType: 'application/zip',
    buffer: readFileSync(parcel),
  })
  await expect(page.getByRole('status')).toContainText('Brought in Renamed.esvik.zip.')
  // Two shows of one name couldn’t be told apart.
  await expect(page.getByRole('link', { name: `${own('Renamed')}, brought in`, exact: true })).toBeVisible()
})

test('a second window sees edits, says so, and both keep theirs', async ({ page, context, server }) => {
  const made = await newShow(server.url, 'Two windows')
  await open(page, server, made.id)
  const second = await context.newPage()
  await open(second, server, made.id)
  await expect(page.getByText('1 other window')).toBeVisible()
  await drawZone(page)
  await expect(head(second, 'Hall doorway')).toBeVisible()
  await head(second, 'Hall doorway').click()
  await desk(second).getByRole('button', { name: 'Hall doorway, Name' }).click()
  await second.keyboard.type('Doorway')
  await second.keyboard.press('Enter')
  await expect(head(page, 'Doorway')).toBeVisible()
  await second.close()
  await expect(page.getByText('1 other window')).toBeHidden()
})

test('a menu opens beside its opener, also where the server is away before any was opened', async ({
  page,
  server,
}) => {
  await openNew(page, server, 'No server')
  const opener = page.getByRole('button', { name: /^Zone/ })
  await expect(opener).toBeVisible()
  await page.context().setOffline(true)
  await opener.click()
  const menu = page.getByRole('menu')
  await expect(menu).toHaveCSS('opacity', '1')
  const [button, box] = [(await opener.boundingBox())!, (await menu.boundingBox())!]
  expect(Math.abs(box.x - button.x)).toBeLessThan(8)
  expect(box.y - (button.y + button.height)).toBeLessThan(8)
  await page.getByRole('menuitem', { name: 'Box' }).click()
  await expect(menu).toBeHidden()
})
