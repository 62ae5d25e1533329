import { expect, type Page } from '@playwright/test'
import { ask, edit } from '../harness/api'
import { levelByThree, type Block } from '../harness/level'
import { desk, drag, marks, open, openDemo, test } from './page'
import type { Show } from '../../core/show'

const wall = (id: string, from: number[], to: number[], openings: object[] = []) => ({ id, from, to, openings })
const at = (seconds: number, cue: string) => ({ id: `at-${cue}`, on: { at: 'clock', seconds }, cue })
const cue = (id: string, ...steps: object[]) => ({
  id,
  name: id,
  for: 'everyone',
  steps: steps.map((step, i) => ({ id: `${id}-${i}`, ...step })),
})
const now = { ramp: { seconds: 0 }, hold: 'keep' }
/** A hall with a crate before whoever stands there, a closed nook to the right, a leaf to the left, and what happens to them at whole seconds. */
const HALL = {
  format: 'esvik-show',
  version: 1,
  title: 'Seen',
  atmosphere: { ambient: '#ffffff', level: 0.02, shadow: '#808080' },
  place: {
    floors: [{ id: 'floor', name: 'Floor', y: 0, outline: [[-5, -5], [5, -5], [5, 5], [-5, 5]], colour: '#808080' }], // prettier-ignore
    walls: [
      wall('north', [-5, -5], [5, -5]),
      wall('south', [-5, 5], [5, 5]),
      wall('west', [-5, -5], [-5, 5]),
      wall('east', [5, -5], [5, 5]),
      wall('nook-south', [1.5, -2], [5, -2]),
      wall('nook-west', [1.5, -5], [1.5, -2]),
    ],
    props: [
      { id: 'crate', name: 'Crate', kind: 'box', at: [0, 0, -1], size: [1, 1, 1], colour: '#f0f0f0' },
      { id: 'hidden', name: 'Hidden', kind: 'box', at: [3, 0, -3.5], size: [2, 2.5, 1], colour: '#00ff00' },
      { id: 'leaf', name: 'Leaf', kind: 'box', form: 'door', at: [-2, 0, 0], size: [1.4, 2, 0.06], colour: '#ff00ff', solid: false }, // prettier-ignore
    ],
    lights: [
      { id: 'lamp', name: 'Lamp', kind: 'point', at: [0, 2.6, 1.5], candela: 60, reach: 20, colour: '#ffffff' },
      { id: 'nook', name: 'Nook lamp', kind: 'point', at: [3, 2.7, -2.4], candela: 60, reach: 6, colour: '#ffffff' },
    ],
    marks: [{ id: 'inside', name: 'Into the nook', kind: 'camera', at: [3, 1.4, -2.2], yaw: 0, pitch: 0, fov: 50 }],
  },
  cues: [
    cue('tints', { kind: 'prop', prop: 'crate', colour: '#ff0000', ...now }),
    cue('dark', { kind: 'light', light: 'lamp', on: false, ...now }),
    cue('light', { kind: 'light', light: 'lamp', on: true, ...now }),
    cue('fades', { kind: 'fade', colour: '#0000ff', in: 0, stay: 1, out: 0 }),
    cue('asks', { kind: 'prompt', text: 'HEAVE', key: 'E', anchor: { prop: 'crate' }, lift: 0.3, hold: 1 }),
    cue('cuts', { kind: 'camera', marks: [{ mark: 'inside', travel: 0, stay: 1 }], back: { seconds: 0 } }),
    cue('opens', { kind: 'prop', prop: 'leaf', turn: { by: 90, about: [-0.7, 0] }, ...now }),
    cue('sparks', { kind: 'burst', where: { at: 'prop', prop: 'crate' }, count: [60, 60], life: [2, 2], speed: [1, 2], colour: '#ffff00', size: 0.08 }), // prettier-ignore
    cue('freezes', { kind: 'freeze', locks: ['walk', 'look'], hold: 1 }),
  ],
  rules: [at(2, 'tints'), at(4, 'dark'), at(6, 'light'), at(8, 'fades'), at(10, 'asks'), at(12, 'cuts'), at(14, 'opens'), at(16, 'sparks'), at(18, 'freezes')], // prettier-ignore
  walks: [{ id: 'w', name: 'Stands', points: [{ at: [0, 0, 3], pause: 25, look: { yaw: 0 } }] }],
}
const EYE = [0, 1.65, 3] as const

const eyes = (page: Page) => page.getByRole('region', { name: 'Eyes' })
async function look(page: Page, mode: 'Lit' | 'Engraved' = 'Lit'): Promise<void> {
  await page.getByRole('button', { name: 'Eyes', exact: true }).click()
  await eyes(page).getByRole('button', { name: mode }).click()
  await expect.poll(() => page.evaluate(() => (window as any).esvik.eyes?.().frames ?? 0)).toBeGreaterThan(0)
}
/** Goes to a whole second of the run, and waits until that is seen. */
async function goTo(page: Page, seconds: number): Promise<void> {
  await page.keyboard.press('Home')
  for (let n = 0; n < seconds; n++) await page.keyboard.press('Shift+ArrowRight')
  await expect(page.getByRole('timer')).toContainText(`:${String(seconds).padStart(2, '0')}.0`)
  await expect.poll(() => page.evaluate(() => (window as any).esvik.eyes().shown)).toBeCloseTo(seconds, 3)
}
/** The pixels of the picture about a point of the place, as whoever stands there sees it (m): red, green, blue of each. */
const pixelsAt = (page: Page, [x, y, z]: readonly [number, number, number], spread: number): Promise<number[][]> =>
  page.evaluate(
    ({ x, y, z, spread, eye }) => {
      ;(window as any).esvik.eyes().again()
      const canvas = document.querySelector<HTMLCanvasElement>('[aria-label=Eyes] canvas')!
      const { width: w, height: h } = canvas
      const depth = eye[2]! - z
      const px = (((x - eye[0]!) / (depth * Math.tan(Math.PI / 6) * (w / h))) * 0.5 + 0.5) * w
      const py = (0.5 - ((y - eye[1]!) / (depth * Math.tan(Math.PI / 6))) * 0.5) * h
      const to = new OffscreenCanvas(w, h).getContext('2d')!
      to.drawImage(canvas, 0, 0)
      const { data } = to.getImageData(Math.round(px) - spread, Math.round(py) - spread, 2 * spread + 1, 2 * spread + 1)
      return Array.from({ length: data.length / 4 }, (_, i) => [...data.slice(4 * i, 4 * i + 3)])
    },
    { x, y, z, spread, eye: EYE },
  )
/** Their mean, 0 to 255. */
async function seenAt(page: Page, point: readonly [number, number, number], spread = 3): Promise<number[]> {
  const pixels = await pixelsAt(page, point, spread)
  return [0, 1, 2].map((i) => pixels.reduce((sum, pixel) => sum + pixel[i]!, 0) / pixels.length)
}
/** How many of them have nearly a colour. */
async function countAt(page: Page, point: readonly [number, number, number], spread: number, colour: number[]) {
  const pixels = await pixelsAt(page, point, spread)
  return pixels.filter((pixel) => pixel.every((c, i) => Math.abs(c - colour[i]!) < 40)).length
}
const CRATE = [0, 0.7, -0.5] as const
const isDark = (colour: number[]) => Math.max(...colour) < 40

test('what happens is seen at any moment by itself, forwards and back', async ({ page, server }) => {
  const { body } = await ask(server.url, '/api/shows', 'POST', { document: HALL })
  await open(page, server, body.id)
  await look(page)

  await goTo(page, 1)
  const [r, g, b] = await seenAt(page, CRATE)
  expect(Math.min(r!, g!, b!)).toBeGreaterThan(90)
  expect(Math.max(r!, g!, b!) - Math.min(r!, g!, b!)).toBeLessThan(12)
  // Behind the walls of the nook there is something bright green, which nobody sees.
  const [, green, blue] = await seenAt(page, [3, 1.2, -3])
  expect(green! - blue!).toBeLessThan(20)
  const leaf = await seenAt(page, [-1.75, 1.3, 0.03])
  expect(leaf[0]! - leaf[1]!).toBeGreaterThan(40)

  await goTo(page, 3)
  const red = await seenAt(page, CRATE)
  expect(red[0]! - red[1]!).toBeGreaterThan(60)
  await goTo(page, 5)
  expect(isDark(await seenAt(page, CRATE))).toBe(true)
  await goTo(page, 7)
  expect(isDark(await seenAt(page, CRATE))).toBe(false)
  await goTo(page, 8)
  for (const spot of [CRATE, [0, 2.5, -1], [-2, 0.3, -1]] as const)
    expect((await seenAt(page, spot)).map(Math.round)).toEqual([0, 0, 255])

  await goTo(page, 10)
  // A board with its text, the key on a mauve cap.
  const MAUVE = [0xbd, 0xa3, 0xe3]
  const BONE = [0xec, 0xe4, 0xd4]
  const board = async (colour: number[]) => countAt(page, [0, 1.3, -1], 45, colour)
  expect([(await board(MAUVE)) > 40, (await board(BONE)) > 10]).toEqual([true, true])
  await goTo(page, 7)
  expect([await board(MAUVE), await board(BONE)]).toEqual([0, 0])

  await goTo(page, 12)
  await expect(eyes(page)).toContainText('Into the nook at')
  const nook = await seenAt(page, [0, 1.65, -1])
  expect(nook[1]! - nook[0]!).toBeGreaterThan(60)
  await goTo(page, 15)
  const open_ = await seenAt(page, [-1.75, 1.3, 0.03])
  expect(open_[0]! - open_[1]!).toBeLessThan(15)
  await goTo(page, 17)
  const sparks = () => countAt(page, [0, 0.9, -1], 90, [255, 255, 0])
  expect(await sparks()).toBeGreaterThan(20)
  await goTo(page, 15)
  expect(await sparks()).toBe(0)
  await goTo(page, 18)
  await expect(eyes(page).locator('[data-taken]')).toHaveText('look, walk taken')
  // And back to before all of it.
  await goTo(page, 1)
  expect(await seenAt(page, CRATE)).toEqual([r, g, b])
  await expect(eyes(page).locator('[data-taken]')).toHaveCount(0)
})

test('a white card is as bright as the curve of light says, at twenty spots of the demo', async ({ page, server }) => {
  await openDemo(page, server)
  const id = page.url().split('/').at(-1)!
  const { body } = await ask(server.url, `/api/shows/${id}`)
  const show = body.show as Show
  // So little exposed that nothing is near white.
  await edit(server.url, id, body.revision, [{ op: 'replace', path: '/atmosphere/exposure', value: 0.05 }])
  expect(show.atmosphere.exposure).toBe(1)
  await page.reload()
  await look(page)
  const SPOTS = [
    [10, 1.6, 11], [9.5, 1.2, 13.5], [8, 1, 12], [13.5, 1.6, 12], [15, 1.2, 11], [16, 1.6, 9], [19, 1.4, 11], [20.5, 1, 9],
    [17.5, 1.6, 7], [22, 1.6, 11], [32, 4, 6.5], [33.5, 3.6, 7.5], [35, 4, 5], [40.8, 3.9, 4.6], [29.5, 1.4, 13.8], [27, 1.5, 13],
    [36, 1.6, 13], [34.8, 1.2, 14.5], [49, -1, 13], [5, 1.6, 25.5],
  ] // prettier-ignore
  const found = await page.evaluate((spots) => {
    const { stage, moment, lux } = (window as any).esvik.eyes()
    const canvas = document.querySelector<HTMLCanvasElement>('[aria-label=Eyes] canvas')!
    const linear = (byte: number) => {
      const c = byte / 255
      return c <= 0.04045 ? c / 12.92 : ((c + 0.055) / 1.055) ** 2.4
    }
    return spots.map(([x, y, z]) => {
      stage.putCard([x, y, z])
      stage.show(moment, { engraved: false, pose: { mark: null, at: [x, y, z! + 0.3], yaw: 0, pitch: 0, fov: 20 } })
      const to = new OffscreenCanvas(canvas.width, canvas.height).getContext('2d')!
      to.drawImage(canvas, 0, 0)
      const { data } = to.getImageData(canvas.width >> 1, canvas.height >> 1, 1, 1)
      const [r, g, b] = [0, 1, 2].map((i) => linear(data[i]!))
      return { luminance: 0.2126 * r! + 0.7152 * g! + 0.0722 * b!, lux: lux([x, y, z]) as number }
    })
  }, SPOTS)
  const ratios = found.map(({ luminance, lux }) => luminance / lux)
  const mean = ratios.reduce((a, b) => a + b, 0) / ratios.length
  for (const [i, ratio] of ratios.entries())
    expect(Math.abs(ratio / mean - 1), `at ${SPOTS[i]!.join()}: ${JSON.stringify(found[i])}, mean ${mean}`).toBeLessThan(0.1) // prettier-ignore
  expect(Math.max(...found.map(({ lux }) => lux)) / Math.min(...found.map(({ lux }) => lux))).toBeGreaterThan(4)
})

test('a floor is as bright as the light that falls on it, whichever lamps shine, and dark where a wall stands between', async ({
  page,
  server,
}) => {
  const lamp = { kind: 'point', candela: 30, reach: 20, colour: '#ffffff' }
  const lights = [
    { id: 'a', name: 'A', at: [0, 2, 0], ...lamp },
    { id: 'b', name: 'B', at: [2, 1.5, 2], ...lamp, candela: 12 },
  ]
  const place = { ...HALL.place, walls: [wall('between', [-2, -5], [-2, 5])], props: [], lights, marks: [] }
  const off = cue('off', { kind: 'light', light: 'b', on: false, ...now })
  const made = { ...HALL, place, cues: [off], rules: [at(2, 'off')] }
  const { body } = await ask(server.url, '/api/shows', 'POST', { document: made })
  await open(page, server, body.id)
  await look(page)
  const SPOTS = [[0, 0], [1, 0.5], [2, 2.5], [-1, -2], [3, -1], [4, 4]] as const // prettier-ignore
  const seen = (spots: readonly (readonly [number, number])[]) =>
    page.evaluate((spots) => {
      const { stage, moment } = (window as any).esvik.eyes()
      const canvas = document.querySelector<HTMLCanvasElement>('[aria-label=Eyes] canvas')!
      return spots.map(([x, z]) => {
        stage.show(moment, { engraved: false, pose: { mark: null, at: [x, 1, z], yaw: 0, pitch: -90, fov: 30 } })
        const to = new OffscreenCanvas(canvas.width, canvas.height).getContext('2d')!
        to.drawImage(canvas, 0, 0)
        const { data } = to.getImageData((canvas.width >> 1) - 4, (canvas.height >> 1) - 4, 9, 9)
        const linear = (byte: number) => ((byte / 255 + 0.055) / 1.055) ** 2.4
        let sum = 0
        for (let i = 0; i < data.length; i += 4) sum += linear(data[i + 1]!)
        return sum / 81
      })
    }, spots)
  const lux = ([x, z]: readonly [number, number], which: typeof lights) =>
    which.reduce((sum, { at: [lx, ly, lz], candela }) => {
      const d = Math.hypot(lx! - x, ly!, lz! - z)
      return sum + ((candela * (1 - (d / 20) ** 4)) / (d * d)) * (ly! / d)
    }, 0.02)
  const ofGrey = (0x80 / 255 + 0.055) / 1.055
  for (const [second, which] of [
    [1, lights],
    [3, lights.slice(0, 1)],
  ] as const) {
    await goTo(page, second)
    const found = await seen(SPOTS)
    for (const [i, spot] of SPOTS.entries()) {
      const wanted = (ofGrey ** 2.4 * lux(spot, [...which])) / 7
      expect(Math.abs(found[i]! / wanted - 1), `at ${spot.join()}: ${found[i]} where ${wanted} is right`).toBeLessThan(
        0.1,
      )
    }
  }
  const [behind, before] = await seen([[-3, 0], [-1, 0]]) // prettier-ignore
  expect(behind! / before!).toBeLessThan(0.05)
})

test('what one points at is named and chosen, and one looks through a mark that then goes where one looks', async ({
  page,
  server,
}) => {
  const { body } = await ask(server.url, '/api/shows', 'POST', { document: HALL })
  const saved = async () => (await ask(server.url, `/api/shows/${body.id}`)).body.show as Show
  await open(page, server, body.id)
  await look(page, 'Engraved')
  const { x, y, width, height } = (await eyes(page).boundingBox())!
  await page.mouse.move(x + width / 2, y + height * 0.75)
  await expect(eyes(page)).toContainText('Crate')
  await page.mouse.click(x + width / 2, y + height * 0.75)
  await expect(desk(page)).toContainText('Crate')

  // A drag leaves the player and looks about; Escape comes back.
  await drag(page, { x: x + width / 2, y: y + height / 2 }, { x: x + width / 2 + 80, y: y + height / 2 })
  await expect(eyes(page)).toContainText('Flying free')
  await eyes(page).getByRole('button', { name: 'Back to the player' }).click()
  await expect(eyes(page)).toContainText('Stands at')

  // The step that cuts to it is open: its frame is seen before it is taken.
  await page.keyboard.press('Control+k')
  await page.getByRole('combobox', { name: 'Find anything' }).fill('cuts')
  await page.getByRole('option').first().click()
  await desk(page).locator('[data-step]').getByRole('button').first().click()
  await eyes(page).getByRole('button', { name: 'Look through Into the nook' }).click()
  await expect(eyes(page)).toContainText('Through Into the nook')
  await drag(page, { x: x + width / 2, y: y + height / 2 }, { x: x + width / 2 - 80, y: y + height / 2 + 40 })
  await expect.poll(async () => (await saved()).place.marks[0]).toMatchObject({ yaw: -20, pitch: 10 })
  await eyes(page).getByRole('slider', { name: 'Field of view' }).fill('80')
  await expect.poll(async () => (await saved()).place.marks[0]).toMatchObject({ fov: 80 })
  await eyes(page).getByRole('button', { name: 'Back to the player' }).click()
  await eyes(page).getByRole('button', { name: 'Put it here' }).click()
  await expect.poll(async () => (await saved()).place.marks[0]).toMatchObject({ at: [0, 1.65, 3], yaw: 0, fov: 60 })

  // On the surface under the pointer: a light before the wall, somebody on the floor, a prompt over the crate.
  const wall = { x: x + width / 2, y: y + height * 0.45 }
  await eyes(page).getByRole('button', { name: 'Put a light' }).click()
  await page.mouse.click(wall.x, wall.y)
  await expect.poll(async () => (await saved()).place.lights.length).toBe(3)
  const light = (await saved()).place.lights[2]!
  expect([light.at[0], light.at[2]]).toEqual([expect.closeTo(0, 1), expect.closeTo(-4.78, 2)])
  await eyes(page).getByRole('button', { name: 'Put a mark' }).click()
  await page.mouse.click(x + width * 0.3, y + height * 0.97)
  await expect.poll(async () => (await saved()).place.marks.length).toBe(2)
  expect((await saved()).place.marks[1]).toMatchObject({ kind: 'standing', at: [expect.any(Number), 0, expect.any(Number)] }) // prettier-ignore

  // The prompt that is open is hung on the crate, where it is clicked.
  await page.keyboard.press('Control+k')
  await page.getByRole('combobox', { name: 'Find anything' }).fill('asks')
  await page.getByRole('option').first().click()
  await desk(page).locator('[data-step]').getByRole('button').first().click()
  await eyes(page).getByRole('button', { name: 'Put the prompt elsewhere' }).click()
  await page.mouse.click(x + width / 2, y + height * 0.75)
  const prompt = async () => (await saved()).cues.find(({ id }) => id === 'asks')!.steps[0]
  await expect.poll(prompt).not.toMatchObject({ lift: 0.3 })
  expect(await prompt()).toMatchObject({ anchor: { prop: 'crate' }, lift: expect.any(Number) })
})

test('a mesh of somebody else’s is seen with its colours in our light, and what became a prop goes where the prop goes', async ({
  page,
  server,
}) => {
  const blocks: Block[] = [
    { name: 'Green wall', at: [0, 1.5, -3], size: [8, 3, 0.2] },
    { name: 'Barrow', at: [0, 0.5, -1], size: [1, 1, 1] },
  ]
  const upload = await fetch(`${server.url}/api/assets`, {
    method: 'POST',
    headers: { 'content-type': 'model/gltf-binary' },
    body: Buffer.from(await levelByThree(blocks, '#20c040')),
  })
  const { hash } = (await upload.json()) as { hash: string }
  const place = {
    ...HALL.place,
    // What was found in it: the left half of its wall.
    walls: [wall('found', [-4, -2.9], [-0.5, -2.9])],
    props: [{ id: 'barrow', name: 'Barrow', kind: 'box', at: [0, 0, -1], size: [1, 1, 1], colour: '#ff0000' }],
    mesh: { asset: hash, scale: 1, yaw: 0, at: [0, 0, 0], cutAt: 1 },
  }
  const rolls = cue('rolls', { kind: 'prop', prop: 'barrow', slide: { by: [2.5, 0, 0] }, ...now })
  const document = { ...HALL, place, cues: [rolls], rules: [at(2, 'rolls')] }
  const { body } = await ask(server.url, '/api/shows', 'POST', { document })
  await open(page, server, body.id)
  await look(page)
  await goTo(page, 1)
  const isGreen = ([r, g, b]: number[]) => g! > 1.6 * r! && g! > 1.3 * b!
  await expect.poll(async () => isGreen(await seenAt(page, [-2, 1.5, -2.9]))).toBe(true)
  expect(isGreen(await seenAt(page, CRATE))).toBe(true)
  // What is pointed at is told: of the mesh, the wall that was found in it, or the prop that was made of it.
  const { x, y, width, height } = (await eyes(page).boundingBox())!
  await page.mouse.move(x + width * 0.35, y + height * 0.42)
  await expect(eyes(page)).toContainText('Wall found')
  await page.mouse.move(x + width / 2, y + height * 0.42)
  await expect(eyes(page)).toContainText('of the mesh')
  await page.mouse.move(x + width / 2, y + height * 0.72)
  await expect(eyes(page)).toContainText('Barrow')
  await goTo(page, 3)
  // The barrow stands to the right now: there it hides the floor, and no longer where it was.
  expect(isGreen(await seenAt(page, [2.5, 0.2, -0.5]))).toBe(true)
  expect(isGreen(await seenAt(page, [0, 0.05, -0.5]))).toBe(false)
})

test('a firing says what of the things it touches was in view, and for how long', async ({ page, server }) => {
  const behind = { id: 'behind', name: 'Behind', kind: 'box', at: [0, 0, 4.5], size: [0.5, 1, 0.5] }
  const document = {
    ...HALL,
    place: { ...HALL.place, props: [...HALL.place.props, behind] },
    cues: [cue('shows', { kind: 'prop', prop: 'crate', colour: '#ff0000', ramp: { seconds: 1 }, hold: 3 }, { kind: 'prop', prop: 'behind', colour: '#ff0000', ...now }, { kind: 'prop', prop: 'hidden', colour: '#ff0000', ...now })], // prettier-ignore
    zones: [{ id: 'z', name: 'Here', shape: { kind: 'box', at: [0, 0, 3], size: [2, 2, 2] }, rules: [{ id: 'r', on: { at: 'dwell', seconds: 2 }, cue: 'shows' }] }], // prettier-ignore
    rules: [],
  }
  const { body } = await ask(server.url, '/api/shows', 'POST', { document })
  await open(page, server, body.id)
  await marks(page, 'fired', 'z').first().hover()
  const sights = page.locator('[data-sight]')
  await expect(sights.filter({ hasText: 'Crate' })).toHaveText(/^Crate in view for \d(\.\d)? s, 1\d° wide$/)
  await expect(sights.filter({ hasText: 'Behind' })).toHaveText(
    /^Behind: out of view: behind, 180° to the (left|right)$/,
  )
  await expect(sights.filter({ hasText: 'Hidden' })).toHaveText('Hidden: hidden by what stands before it')
  // The desk tells the same of the rule.
  await marks(page, 'fired', 'z').first().click()
  await expect(desk(page).locator('[data-seen]')).toHaveText(/^00:02.0 Crate in view for .* wide; Behind: out of view: .*; Hidden: hidden by/) // prettier-ignore
})

test('where nothing can be drawn in space a sentence says so, and the rest works', async ({ page, server }) => {
  await page.addInitScript(() => {
    const before = HTMLCanvasElement.prototype.getContext
    HTMLCanvasElement.prototype.getContext = function (this: HTMLCanvasElement, kind: string, ...more: unknown[]) {
      return kind.startsWith('webgl') ? null : (before as any).call(this, kind, ...more)
    } as typeof before
  })
  await openDemo(page, server)
  await page.getByRole('button', { name: 'Eyes', exact: true }).click()
  await expect(eyes(page).getByRole('alert')).toContainText('no WebGL 2')
  await page.getByRole('button', { name: 'Plan', exact: true }).click()
  await expect(page.getByRole('region', { name: 'Plan' })).toBeVisible()
})
