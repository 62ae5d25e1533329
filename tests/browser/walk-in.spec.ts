import { expect, type Page } from '@playwright/test'
import { ask } from '../harness/api'
import { clickSpot, desk, open, plan, test } from './page'
import { across, isThere, ledger, state, view, walking } from './walking'
import type { Show } from '../../core/show'

const cue = (name: string, ...steps: object[]) => ({
  id: name.toLowerCase(),
  name,
  steps: steps.map((step, i) => ({ id: `${name.toLowerCase()}-${i}`, ...step })),
})
/** A corridor along −Z with a wall at its end, and zones across it: one that freezes, one that asks, one that cuts away. */
const CORRIDOR = {
  format: 'esvik-show',
  version: 1,
  title: 'Walked',
  atmosphere: { ambient: '#ffffff', level: 0.5 },
  place: {
    floors: [{ id: 'floor', name: 'Floor', y: 0, outline: [[-3, -12], [3, -12], [3, 3], [-3, 3]] }], // prettier-ignore
    walls: [{ id: 'end', from: [-3, -11], to: [3, -11], openings: [] }],
    marks: [{ id: 'aside', name: 'From aside', kind: 'camera', at: [2, 2, -6], yaw: 90, pitch: 0, fov: 50 }],
  },
  cues: [
    cue('Holds', { kind: 'freeze', locks: ['walk'], hold: 3 }),
    cue('Asks', { kind: 'prompt', text: 'Heave', key: 'E', anchor: { mark: 'aside' }, hold: 4 }),
    cue('Darkens', { kind: 'fade', colour: '#000000', in: 0, stay: 0.7, out: 0.1 }),
    cue('Cuts', { kind: 'camera', marks: [{ mark: 'aside', travel: 0, stay: 0.8 }], back: { seconds: 0 } }),
  ],
  zones: [
    across('First', -1.5, { cue: 'holds', cooldown: { seconds: 60 } }),
    { ...across('Second', -4, { cue: 'asks' }), rules: [{ id: 'r-second', on: { at: 'enter' }, cue: 'asks' }, { id: 'r-press', on: { at: 'use', key: 'E' }, cue: 'darkens' }] }, // prettier-ignore
    across('Third', -7, { cue: 'cuts' }),
  ],
  walks: [{ id: 'w', name: 'Stands', points: [{ at: [0, 0, 1], pause: 90, look: { yaw: 0 } }] }],
}

async function walkIn(page: Page): Promise<void> {
  await page.keyboard.press('i')
  await isThere(page)
}
/** Goes on by a key until something is the case. */
async function until(page: Page, key: string, isSo: () => Promise<void>): Promise<void> {
  await page.keyboard.down(key)
  await isSo()
  await page.keyboard.up(key)
}

test('one walks by keys through three zones, is frozen, asked, sent through a cut, and what was walked is a walk of the show', async ({
  page,
  server,
}) => {
  const { body } = await ask(server.url, '/api/shows', 'POST', { document: CORRIDOR })
  const saved = async () => (await ask(server.url, `/api/shows/${body.id}`)).body.show as Show
  await open(page, server, body.id)
  await walkIn(page)

  // Frozen where it began: the key is still down, the feet stand.
  await page.keyboard.down('w')
  await expect(ledger(page)).toContainText('First fires Holds')
  await expect(state(page).getByTitle('walk is taken')).toBeVisible()
  const frozen = await walking(page)
  await expect.poll(async () => (await walking(page)).t).toBeGreaterThan(frozen.t + 0.3)
  expect((await walking(page)).at[2]).toBeCloseTo(frozen.at[2], 1)
  await expect(ledger(page)).toContainText('Holds ends, done')

  await expect(ledger(page)).toContainText('Second fires Asks')
  await page.keyboard.press('e')
  await expect(state(page)).toContainText('covered')
  await expect(ledger(page)).toContainText('Second fires Darkens')
  await expect(ledger(page)).toContainText('Third fires Cuts')
  await expect(state(page)).toContainText('through From aside')
  // The wall at the end stops the body, however long one goes on.
  await expect.poll(async () => (await walking(page)).at[2]).toBeLessThan(-10.5)
  await page.keyboard.up('w')
  const stood = await walking(page)
  expect(stood.at[2]).toBeGreaterThan(-10.75)

  // Back ten seconds, and what came after is forgotten; walked again, and kept.
  await page.keyboard.press('z')
  const back = await walking(page)
  expect(back.t).toBeLessThan(stood.t - 5)
  expect(back.at[2]).toBeGreaterThan(stood.at[2] + 1)
  await until(page, 'w', () => expect(ledger(page)).toContainText('Third fires Cuts'))
  await page.keyboard.press('r')
  await expect(view(page)).toContainText('Recorded as Walked by hand')
  await page.keyboard.press('Escape')
  await expect(view(page)).toHaveCount(0)

  // The desk has that moment, and the zone that acted last.
  await expect(desk(page)).toContainText('Third')
  await expect.poll(async () => (await saved()).walks.map(({ name }) => name)).toEqual(['Stands', 'Walked by hand'])
  expect((await saved()).walks[1]!.points.length).toBeLessThan(40)
  const fired = () =>
    page.evaluate(() => {
      const { $pinia } = (document.querySelector('#__nuxt') as any).__vue_app__.config.globalProperties
      return $pinia._s
        .get('run')
        .events.filter(({ kind }: any) => kind === 'fire')
        .map(({ cue }: any) => cue as string)
    })
  await expect.poll(fired).toEqual(expect.arrayContaining(['holds', 'asks', 'cuts']))
})

test('a cooldown is turned where it acts, and heeded from the next moment on; a note is put down and gone to', async ({
  page,
  server,
}) => {
  const { body } = await ask(server.url, '/api/shows', 'POST', { document: CORRIDOR })
  const saved = async () => (await ask(server.url, `/api/shows/${body.id}`)).body.show as Show
  await open(page, server, body.id)
  await walkIn(page)
  const lines = (mark: string, text: string) => ledger(page).locator(`[data-line=${mark}]`).filter({ hasText: text })
  await until(page, 'w', () => expect(ledger(page)).toContainText('First fires Holds'))
  await expect(ledger(page)).toContainText('Holds ends')
  await until(page, 's', () => expect.poll(async () => (await walking(page)).at[2]).toBeGreaterThan(-0.4))
  await until(page, 'w', () => expect(lines('held', 'First').first()).toBeVisible())
  await expect(lines('held', 'First').first()).toContainText('held: cooldown')
  await until(page, 's', () => expect.poll(async () => (await walking(page)).at[2]).toBeGreaterThan(-0.4))

  await page.keyboard.press('t')
  const dial = view(page).getByRole('slider', { name: 'Cooldown' })
  await dial.focus()
  await page.keyboard.press('Home')
  await expect.poll(async () => (await saved()).zones[0]!.rules[0]!.cooldown?.seconds ?? 0).toBe(0)
  await page.keyboard.press('Escape')
  await expect(view(page).getByRole('slider', { name: 'Cooldown' })).toHaveCount(0)
  const { t } = await walking(page)
  expect(t).toBeGreaterThan(3)
  const fires = await lines('fired', 'First').count()
  await until(page, 'w', () => expect(lines('fired', 'First')).toHaveCount(fires + 1))

  await page.keyboard.press('n')
  await view(page).getByLabel('A note here').fill('Too soon after the first')
  await page.keyboard.press('Enter')
  await expect.poll(async () => (await saved()).remarks.map(({ text, walk }) => [text, walk])).toEqual([['Too soon after the first', 'w']]) // prettier-ignore
  await page.keyboard.press('Escape')
  await expect(view(page)).toHaveCount(0)
  const note = page.getByRole('region', { name: 'Score' }).getByRole('button', { name: /^Note: / })
  await note.click()
  await expect(desk(page).getByLabel('What the note says')).toHaveValue('Too soon after the first')
  await desk(page).getByRole('checkbox').first().check()
  await expect.poll(async () => (await saved()).remarks[0]!.done).toBe(true)
})

test('who walks into a show that flashes is told first, and may have it softened; one begins at any spot of the plan', async ({
  page,
  server,
}) => {
  const flash = (n: number) => cue(`Flash ${n}`.replace(' ', '-'), { kind: 'fade', colour: '#ffffff', in: 0, stay: 0.06, out: 0 }) // prettier-ignore
  const five = [1, 2, 3, 4, 5]
  const show = {
    ...CORRIDOR,
    atmosphere: { ambient: '#ffffff', level: 0.05 },
    cues: [...CORRIDOR.cues, ...five.map((n) => ({ ...flash(n), for: 'everyone' }))],
    rules: five.map((n) => ({ id: `at-${n}`, on: { at: 'clock', seconds: 20 + n * 0.15 }, cue: `flash-${n}` })),
  }
  const { body } = await ask(server.url, '/api/shows', 'POST', { document: show })
  await open(page, server, body.id)
  await page.keyboard.press('i')
  const warning = view(page).getByRole('alertdialog')
  await expect(warning).toContainText('flashes 5 times, at 00:20.')
  expect(await walking(page)).toMatchObject({ t: 0 })
  await warning.getByRole('button', { name: 'Walk in, flashes softened' }).click()
  await expect(view(page).getByRole('checkbox', { name: 'Flashes softened' })).toBeChecked()
  await expect.poll(async () => (await walking(page)).t).toBeGreaterThan(0.2)
  await page.keyboard.press('Escape')
  await expect(view(page)).toHaveCount(0)

  // Who has agreed isn't asked again. At the far end of the corridor: behind the third zone, at the beginning of the run.
  await page.keyboard.press('Shift+I')
  await expect(plan(page)).toContainText('Walk in: click where')
  await clickSpot(page, 0.5, -7)
  await expect.poll(async () => (await walking(page)).at?.[2]).toBeCloseTo(-7, 0)
  await expect(ledger(page)).toContainText('Third fires Cuts')
})

test('a gamepad and fingers walk, turn and press as keys and mouse do', async ({ page, server }) => {
  await page.addInitScript(() => {
    const buttons = Array.from({ length: 17 }, () => ({ pressed: false, touched: false, value: 0 }))
    const pad = { id: 'pad', index: 0, connected: true, mapping: 'standard', timestamp: 0, axes: [0, 0, 0, 0], buttons, vibrationActuator: null } // prettier-ignore
    ;(window as any).pad = pad
    navigator.getGamepads = () => [pad as unknown as Gamepad, null, null, null]
  })
  const { body } = await ask(server.url, '/api/shows', 'POST', { document: CORRIDOR })
  await open(page, server, body.id)
  await walkIn(page)
  const push = (what: { axes?: number[]; press?: boolean }) =>
    page.evaluate(({ axes, press }) => {
      const { pad } = window as any
      if (axes) pad.axes = axes
      if (press !== undefined) pad.buttons[2] = { pressed: press, touched: press, value: press ? 1 : 0 }
      window.dispatchEvent(Object.assign(new Event('gamepadconnected'), { gamepad: pad }))
    }, what)
  await push({ axes: [0, -1, 0, 0] })
  await expect(ledger(page)).toContainText('Second fires Asks')
  await push({ axes: [0, 0, 0, 0], press: true })
  await expect(ledger(page)).toContainText('Second fires Darkens')
  const yaw = () => page.evaluate(() => (window as any).esvik.walking().yaw as number)
  const before = await yaw()
  await push({ axes: [0, 0, 0.8, 0], press: false })
  await expect.poll(async () => Math.abs((await yaw()) - before)).toBeGreaterThan(20)
  await push({ axes: [0, 0, 0, 0] })

  // A finger on the left half goes back by going down, one on the right half turns.
  const touch = (type: string, pointerId: number, clientX: number, clientY: number) =>
    view(page).locator('canvas').first().dispatchEvent(type, { pointerId, pointerType: 'touch', isPrimary: pointerId === 1, clientX, clientY, bubbles: true, button: 0, buttons: 1 }) // prettier-ignore
  await page.keyboard.press('b')
  const start = (await walking(page)).at
  await touch('pointerdown', 1, 200, 400)
  await touch('pointermove', 1, 200, 330)
  await expect.poll(async () => (await walking(page)).at[2]).toBeLessThan(start[2] - 0.5)
  await touch('pointerup', 1, 200, 330)
  const faced = await yaw()
  await touch('pointerdown', 2, 900, 300)
  await touch('pointermove', 2, 1000, 300)
  await touch('pointerup', 2, 1000, 300)
  await expect.poll(yaw).not.toBe(faced)
})
