import { mkdirSync, mkdtempSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import AxeBuilder from '@axe-core/playwright'
import { expect, type Page } from '@playwright/test'
import { byFfmpeg, markersIn, readByFfmpeg, spoken } from '../harness/sound-makers'
import { ask } from '../harness/api'
import { wav } from '../harness/wav'
import { choose, desk, drag, drawZone, marks, middle, openDemo, openNew, part, plan, spotAt, test } from './page'

const file = (name: string, buffer: Buffer) => ({ name, mimeType: 'application/octet-stream', buffer })
const shore = (page: Page) => page.getByRole('group', { name: 'Shore' })
const soundDesk = (page: Page) => page.getByRole('region', { name: 'Sound', exact: true })
const poolDesk = (page: Page) => page.getByRole('region', { name: 'Pool' })
const view = (page: Page, name: string) => page.getByRole('navigation', { name: 'Views' }).getByRole('button', { name })
const violations = async (page: Page) =>
  (await new AxeBuilder({ page }).analyze()).violations.map(({ id, nodes }) => [id, nodes[0]!.html])

test('sounds come in from files of many kinds, the others too where one is broken; one is seen, trimmed, heard, and sounds in the walk', async ({
  page,
  server,
}) => {
  const show = await openNew(page, server, 'Own sounds')
  const before = (await show()).sounds.length
  await view(page, 'Sounds').click()
  const creak = wav(24_000, 1000)
  await page
    .getByLabel('Sounds to bring in', { exact: true })
    .setInputFiles([
      file('Creak.wav', creak),
      file('Broken.wav', wav(4000).subarray(0, 300)),
      file('Creak again.wav', creak),
      file('Gull.flac', byFfmpeg('gull.flac')),
      file('Sea.ogg', byFfmpeg('sea.ogg', 'anoisesrc=d=2:c=pink:a=0.1:r=44100')),
      file('Rope.m4a', byFfmpeg('rope.m4a', 'sine=f=200:d=2')),
      file('Letter.mp3', Buffer.from('This is a letter and no sound.')),
      file('Watchman.wav', spoken('watchman.wav', 'Who is there?')),
    ])
  await expect(page.getByRole('alert')).toContainText(
    'Broken.wav was not brought in: The file can’t be kept: its header claims',
  )
  await expect(page.getByRole('alert')).toContainText('Letter.mp3 was not brought in')
  await expect.poll(async () => (await show()).sounds.length).toBe(before + 5)
  const added = (await show()).sounds.slice(before)
  expect(added.map(({ name }) => name)).toEqual(['Creak', 'Gull', 'Sea', 'Rope', 'Watchman'])
  expect(added[0]!.seconds).toBe(3)

  await page.getByRole('searchbox').fill('rope')
  await shore(page).getByRole('button', { name: 'Rope', exact: true }).first().click()
  await expect(soundDesk(page)).toContainText('AAC in MP4')
  await expect(soundDesk(page).locator('[data-measured]')).toContainText('LUFS in whole')

  // A tone of 1 kHz at 9000 of 32768 peaks at −11.2 dB (a hair more where it begins and ends), and is as loud as it peaks less 3 dB for the one channel.
  await page.getByRole('searchbox').fill('creak')
  await shore(page).getByRole('button', { name: 'Creak', exact: true }).first().click()
  await expect(soundDesk(page).locator('[data-measured]')).toContainText('−14.2 LUFS in whole')
  await expect(soundDesk(page).locator('[data-measured]')).toContainText(/true peak −11(\.[0-3])? dB/)
  await expect(soundDesk(page)).toContainText('Used by nothing yet')
  const ends = soundDesk(page).getByRole('slider', { name: 'Where it ends' })
  const at = await middle(ends)
  await drag(page, at, { x: at.x - 200, y: at.y })
  await expect.poll(async () => (await show()).sounds.find(({ name }) => name === 'Creak')!.trim?.[1]).toBeLessThan(2.5)
  await soundDesk(page).getByRole('button', { name: 'Hear', exact: true }).click()
  await expect(soundDesk(page).getByRole('button', { name: 'Stop', exact: true })).toBeVisible()
  await soundDesk(page).getByRole('button', { name: 'Stop', exact: true }).click()
  await expect(soundDesk(page).getByRole('button', { name: 'Hear', exact: true })).toBeVisible()

  await view(page, 'Desk').click()
  await drawZone(page)
  await desk(page).getByRole('button', { name: '+ rule' }).click()
  await expect(marks(page, 'fired', 'hall-doorway').first()).toBeVisible()
  await desk(page).getByRole('button', { name: 'Steps of its cue' }).click()
  await desk(page).getByRole('button', { name: '+ step' }).click()
  await page.getByRole('menuitem', { name: 'A sound', exact: true }).click()
  await choose(page, 'Sound', 'Creak')
  await expect
    .poll(async () => (await show()).cues.at(-1)!.steps.at(-1))
    .toMatchObject({ kind: 'sound', sound: 'creak' })

  // The walk is mixed with it: as loud as another program reads it, with a marker where the cue begins.
  await page.getByRole('button', { name: 'Mix', exact: true }).click()
  const panel = page.getByRole('region', { name: 'Mix' })
  await panel.getByRole('button', { name: 'Mix', exact: true }).click()
  await expect(panel.locator('[data-mixed]')).toContainText('The score agrees within')
  const said = Number(
    /(−?[\d.]+) LUFS/.exec((await panel.locator('[data-mixed]').textContent())!)![1]!.replace('−', '-'),
  )
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    panel.getByRole('button', { name: /^Save/ }).click(),
  ])
  const saved = await download.path()
  expect(Math.abs(readByFfmpeg(saved).integrated - said)).toBeLessThan(0.2)
  expect(markersIn(saved).map(({ label }) => label)).toContain((await show()).cues.at(-1)!.name)
})

test('a folder comes in with the folders in it, and can be stopped: what is in by then stays', async ({
  page,
  server,
}) => {
  const show = await openNew(page, server, 'A folder')
  const before = (await show()).sounds.length
  const folder = mkdtempSync(join(tmpdir(), 'esvik-folder-'))
  mkdirSync(join(folder, 'more'))
  for (let n = 1; n <= 8; n++) writeFileSync(join(folder, n > 4 ? 'more' : '', `Plank ${n}.wav`), wav(2000, 100 + n))
  writeFileSync(join(folder, 'notes.txt'), 'Not a sound.')
  await view(page, 'Sounds').click()
  await page.getByLabel('A folder of sounds to bring in').setInputFiles(folder)
  await expect(page.getByRole('alert')).toContainText('notes.txt was not brought in')
  await expect.poll(async () => (await show()).sounds.length).toBe(before + 8)
  await expect(shore(page).getByRole('button', { name: 'Plank 1 to 8' })).toBeVisible()

  // The last of these never comes to the server: it waits until somebody stops it.
  const others = Array.from({ length: 6 }, (_, n) => file(`Beam ${n}.wav`, wav(3000, 300 + n)))
  let sent = 0
  await page.route('**/api/assets', (route) => (++sent > 4 ? undefined : route.continue()))
  await page.getByLabel('Sounds to bring in', { exact: true }).setInputFiles(others)
  await expect(page.getByRole('status').filter({ hasText: 'of 6' })).toContainText('4 of 6')
  await page.getByRole('button', { name: 'Stop', exact: true }).click()
  await expect.poll(async () => (await show()).sounds.length).toBe(before + 12)
})

test('a pool is made of several, spread on its picture, its draws are listed and heard, a minute of it is counted', async ({
  page,
  server,
}) => {
  const show = await openNew(page, server, 'Own pool')
  await view(page, 'Sounds').click()
  await page
    .getByLabel('Sounds to bring in', { exact: true })
    .setInputFiles([1, 2, 3].map((n) => file(`Plink ${n}.wav`, wav(4000, 200 * n))))
  await shore(page).getByRole('button', { name: 'Plink 1 to 3' }).click()
  await expect(soundDesk(page)).toContainText('3 sounds are chosen')
  await soundDesk(page).getByLabel('Loudness to match').fill('-30')
  await soundDesk(page).getByRole('button', { name: 'Match', exact: true }).click()
  await expect
    .poll(async () =>
      (await show()).sounds.filter(({ name }) => name.startsWith('Plink')).every(({ gain }) => gain < -10),
    )
    .toBe(true)
  const together = soundDesk(page).locator('[data-many-sounds]')
  const gains = async () => (await show()).sounds.filter(({ name }) => name.startsWith('Plink')).map(({ gain }) => gain)
  const matched = await gains()
  await part(page, 'Gain of all', together).click()
  await together.getByRole('textbox', { name: 'Gain of all' }).fill('+3')
  await page.keyboard.press('Enter')
  await expect.poll(gains).toEqual(matched.map((gain) => expect.closeTo(gain + 3, 5)))
  await part(page, 'Credit of all, licence', together).click()
  await together.getByRole('textbox', { name: 'Credit of all, licence' }).fill('our own')
  await page.keyboard.press('Enter')
  await part(page, 'Tag for all', together).click()
  await together.getByRole('textbox', { name: 'Tag for all' }).fill('drops')
  await page.keyboard.press('Enter')
  const said = async () => (await show()).sounds.filter(({ name }) => name.startsWith('Plink')).map(({ tags, credit }) => [...tags, credit?.licence]) // prettier-ignore
  await expect.poll(said).toEqual(Array(3).fill(['drops', 'our own']))
  await poolDesk(page).getByRole('button', { name: 'New pool of 3' }).click()
  await expect(poolDesk(page).locator('[data-draw]')).toHaveCount(10)
  const pool = async () => (await show()).pools.find(({ name }) => name === 'Plink')!
  await expect.poll(async () => (await pool()).sounds.length).toBe(3)

  const edge = await middle(poolDesk(page).locator('[data-spread=left]').first())
  await drag(page, edge, { x: edge.x - 60, y: edge.y })
  await expect.poll(async () => (await pool()).pitch[0]).toBeLessThan(-100)
  const heavier = poolDesk(page).getByRole('button', { name: /Weight of Plink 2/ })
  await heavier.focus()
  for (let i = 0; i < 6; i++) await page.keyboard.press('ArrowUp')
  await expect(poolDesk(page).getByRole('list', { name: 'Sounds of the pool' })).toContainText('67 %')
  await poolDesk(page).getByRole('button', { name: 'Hear ten draws' }).click()
  await expect(poolDesk(page).getByRole('button', { name: 'Stop', exact: true })).toBeVisible()
  await poolDesk(page).getByRole('button', { name: 'Stop', exact: true }).click()
  expect(await violations(page)).toEqual([])

  await view(page, 'Desk').click()
  await drawZone(page)
  await desk(page).getByRole('button', { name: '+ rule' }).click()
  await desk(page).getByRole('button', { name: 'Steps of its cue' }).click()
  await desk(page).getByRole('button', { name: '+ step' }).click()
  await page.getByRole('menuitem', { name: 'Scattered sounds' }).click()
  await choose(page, 'Pool', 'Plink')
  await view(page, 'Sounds').click()
  await shore(page).getByRole('button', { name: 'Plink 2', exact: true }).click()
  const minute = poolDesk(page).locator('[data-minute]')
  await expect(minute).toContainText(/\d+ sounds heard/)
  const count = async () => Number(/(\d+) sounds heard/.exec((await minute.textContent())!)![1])
  const often = await count()
  const latest = poolDesk(page).getByRole('button', { name: /, Latest$/ })
  await latest.focus()
  for (let i = 0; i < 8; i++) await page.keyboard.press('Shift+ArrowUp')
  await expect.poll(count).toBeLessThan(often)

  // What uses it is named before it goes, and another can take its place.
  await soundDesk(page).getByRole('button', { name: 'Delete' }).click()
  await expect(page.getByRole('alert')).toContainText('takes it out of Plink')
  await soundDesk(page).getByRole('button', { name: 'Delete it all the same' }).click()
  await expect.poll(async () => (await pool()).sounds.length).toBe(2)
})

test('opening a show fetches no sound; what will sound is fetched when it is played', async ({ page, server }) => {
  const fetched: string[] = []
  page.on('request', (request) => /\/api\/assets\/[0-9a-f]{64}$/.test(request.url()) && fetched.push(request.url()))
  await openDemo(page, server)
  await expect.poll(() => page.evaluate(() => (window as any).esvik.drawn().version)).toBeGreaterThan(0)
  expect(fetched).toEqual([])
  await page.getByRole('button', { name: 'Play', exact: true }).click()
  await expect
    .poll(async () => (await page.evaluate(() => (window as any).esvik.sounding())).voices.length)
    .toBeGreaterThan(0)
  await page.getByRole('button', { name: 'Pause' }).click()
  expect(fetched.length).toBeGreaterThan(0)
  // Not all thirty: those of the next minute.
  expect(new Set(fetched).size).toBeLessThan(20)
})

test('of a long file no more is fetched than what will sound', async ({ page, server }) => {
  const show = await openNew(page, server, 'Long tape')
  await view(page, 'Sounds').click()
  await page.getByLabel('Sounds to bring in', { exact: true }).setInputFiles([file('Tape.wav', wav(8000 * 150, 200))])
  await expect.poll(async () => (await show()).sounds.some(({ name }) => name === 'Tape')).toBe(true)
  await view(page, 'Desk').click()
  await drawZone(page)
  await desk(page).getByRole('button', { name: '+ rule' }).click()
  await desk(page).getByRole('button', { name: 'Steps of its cue' }).click()
  await desk(page).getByRole('button', { name: '+ step' }).click()
  await page.getByRole('menuitem', { name: 'A bed', exact: true }).click()
  await choose(page, 'Sound', 'Tape')
  await expect.poll(async () => (await show()).cues.at(-1)!.steps.at(-1)).toMatchObject({ sound: 'tape' })
  await page.reload()
  await expect(marks(page, 'fired').first()).toBeVisible()
  const ranges: string[] = []
  page.on(
    'request',
    (request) => request.url().includes('/api/assets/') && ranges.push(request.headers().range ?? 'all of it'),
  )
  await page.getByRole('button', { name: 'Play', exact: true }).click()
  await expect
    .poll(async () => (await page.evaluate(() => (window as any).esvik.sounding())).voices.length)
    .toBeGreaterThan(0)
  await page.getByRole('button', { name: 'Pause' }).click()
  expect(
    ranges.every((range) => /^bytes=\d+-\d+$/.test(range)),
    ranges.join(),
  ).toBe(true)
  const fetched = ranges
    .map((range) => /(\d+)-(\d+)/.exec(range)!)
    .reduce((sum, [, from, to]) => sum + Number(to) - Number(from), 0)
  expect(fetched).toBeLessThan(8000 * 2 * 100)
})

test('the plan shows how loud it is wherever one stays, and says what is heard there', async ({ page, server }) => {
  const kept = await fetch(`${server.url}/api/assets`, { method: 'POST', body: Uint8Array.from(wav(16_000, 300)) })
  const wind = { id: 'wind', name: 'Wind and sea', asset: (await kept.json()).hash, seconds: 2 }
  const document = {
    format: 'esvik-show',
    version: 1,
    title: 'A windy half',
    place: { floors: [{ id: 'floor', name: 'Floor', y: 0, outline: [[0, 0], [20, 0], [20, 8], [0, 8]] }] },
    sounds: [wind],
    cues: [{ id: 'wind', name: 'Wind', steps: [{ id: 'bed', kind: 'bed', sound: wind.id, gain: -6 }] }],
    zones: [
      {
        id: 'windy',
        name: 'Windy',
        shape: { kind: 'box', at: [5, 0, 4], size: [10, 3, 8] },
        rules: [{ id: 'blows', on: { at: 'enter' }, cue: 'wind' }],
      },
    ],
    walks: [{ id: 'walk', name: 'Walk', points: [{ at: [1, 0, 4] }, { at: [19, 0, 4] }] }],
  } // prettier-ignore
  const { body } = await ask(server.url, '/api/shows', 'POST', { document })
  await page.goto(`${server.url}/show/${body.id}`)
  await expect(marks(page, 'fired', 'windy').first()).toBeVisible()
  await plan(page).getByRole('button', { name: 'Heard' }).click()
  const level = (x: number, z: number) => page.evaluate(([x, z]) => (window as any).esvik.ambienceAt?.(x, z), [x, z])
  await expect.poll(() => level(5, 4)).toBeGreaterThan(-40)
  expect(await level(15, 4)).toBe(-70)
  const said = plan(page).getByRole('region', { name: 'What is heard here' })
  const here = await spotAt(page, 5, 4)
  await page.mouse.move(here.x, here.y)
  await expect(said).toContainText('Wind and sea')
  await expect(said).toContainText(/Goes on here.*−\d+ LUFS/)
  const there = await spotAt(page, 15, 4)
  await page.mouse.move(there.x, there.y)
  await expect(said).toContainText('no bed, no scatter')
  expect(await violations(page)).toEqual([])
})
