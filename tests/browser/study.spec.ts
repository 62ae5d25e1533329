import { expect, type Page } from '@playwright/test'
import { ask, demo } from '../harness/api'
import { clock, open, part, test } from './page'
import type { Show } from '../../core/show'

const study = (page: Page) => page.getByRole('main', { name: 'Study' })
const home = (page: Page) => study(page).locator('[data-home]')
const row = (page: Page, cue: string) => study(page).getByRole('row').filter({ hasText: cue })
/** Sets out so many walkers. */
async function setOut(page: Page, walkers: number): Promise<void> {
  await study(page)
    .getByRole('button', { name: /walkers$/ })
    .click()
  await study(page).getByRole('textbox', { name: 'How many walkers' }).fill(String(walkers))
  await page.keyboard.press('Enter')
}

test('many walkers set out, what they meet stands in rows, and each figure leads to a walker who shows it, and back', async ({
  page,
  server,
}) => {
  const { id } = await demo(server.url)
  const { body: copy } = await ask(server.url, '/api/shows', 'POST', { copyOf: id })
  const saved = async () => (await ask(server.url, `/api/shows/${copy.id}`)).body.show as Show
  await page.addInitScript(() => localStorage.setItem('esvik:walkers', '120'))
  await open(page, server, copy.id)
  await page.keyboard.press('5')
  await expect(home(page)).toHaveText('120 home')
  await expect(row(page, 'Somebody stands there')).toContainText('no moment for it')
  await expect(row(page, 'Rope answers')).toContainText('0:0')

  // One who never meets it is followed in the score.
  await row(page, 'Somebody stands there')
    .getByRole('button', { name: /never meet/ })
    .click()
  await expect(study(page)).toHaveCount(0)
  const back = page.getByRole('button', { name: /^walker \d+, back/ })
  await expect(back).toBeVisible()
  const fired = () =>
    page.evaluate(() => {
      const { $pinia } = (document.querySelector('#__nuxt') as any).__vue_app__.config.globalProperties
      return $pinia._s.get('run').events.some(({ kind, cue }: any) => kind === 'fire' && cue === 'somebody-stands')
    })
  await expect.poll(fired).toBe(false)

  // What of it is seen, by those who meet it: one who looks elsewhere is followed from where it comes.
  await page.keyboard.press('5')
  const seen = row(page, 'Chain drops').locator('[data-seen]').getByRole('button')
  await expect(seen).toHaveText(/^\d+$/)
  await expect(study(page)).toContainText(/\d+ of \d+ who meet it see it/)
  await seen.click()
  await expect(back).toBeVisible()
  await expect(clock(page)).not.toHaveText('00:00.0')

  // Back in the study all is as it was; one who meets it is followed from where they do.
  await page.keyboard.press('5')
  await expect(home(page)).toHaveText('120 home')
  await row(page, 'Somebody stands there')
    .getByRole('button', { name: /^(a scare ?)?Somebody stands there$/ })
    .click()
  await expect(study(page).locator('[data-sentences]')).toContainText('never meet it: ')
  const stood = study(page).getByRole('img', { name: /^Where \d+ of 120 stood/ })
  const strokes = () => stood.locator('path').last().getAttribute('d')
  expect((await strokes())!.match(/M/g)!.length).toBe(Number(/Where (\d+)/.exec((await stood.getAttribute('aria-label'))!)![1])) // prettier-ignore
  await study(page).getByRole('button', { name: 'Show a walk that meets it' }).click()
  await expect.poll(fired).toBe(true)
  await expect(clock(page)).not.toHaveText('00:00.0')
  await back.click()

  // A wish is changed where it is seen, and what is shown is heeded anew.
  await page.keyboard.press('5')
  await study(page)
    .getByRole('button', { name: /longest quiet/ })
    .click()
  await study(page).getByRole('textbox', { name: 'The longest quiet' }).fill('30')
  await page.keyboard.press('Enter')
  await expect.poll(async () => (await saved()).wishes.quiet).toEqual([20, 30])
  await expect(study(page)).toContainText('in 100 over 30 s')
  await expect(study(page).locator('[data-too-long]').first()).toBeAttached()
})

test('a long study is stopped, and what was found so far stays', async ({ page, server }) => {
  const { id } = await demo(server.url)
  await page.addInitScript(() => localStorage.setItem('esvik:walkers', '40'))
  await open(page, server, id)
  await page.keyboard.press('5')
  await expect(home(page)).toHaveText('40 home')
  await setOut(page, 20_000)
  await expect(row(page, 'Rope answers')).toBeVisible()
  await expect(home(page)).not.toHaveText(/^(0|40) home$/)
  await study(page).getByRole('button', { name: 'Stop here' }).click()
  const text = (await home(page).textContent())!
  const count = Number(text.replace(/\D/g, ''))
  expect(count).toBeGreaterThan(0)
  expect(count).toBeLessThan(20_000)
  await expect(study(page).getByRole('button', { name: 'Again' })).toBeVisible()
  await expect(home(page)).toHaveText(text)
})

test('a number is swept over a range, and what keeps both wishes is set with one click', async ({ page, server }) => {
  const { id } = await demo(server.url)
  const { body: copy } = await ask(server.url, '/api/shows', 'POST', { copyOf: id })
  const saved = async () => (await ask(server.url, `/api/shows/${copy.id}`)).body.show as Show
  const cooldown = async () =>
    (await saved()).zones.flatMap(({ rules }) => rules).find(({ cue }) => cue === 'rack-comes-down')!.cooldown!.seconds
  await page.addInitScript(() => localStorage.setItem('esvik:walkers', '40'))
  await open(page, server, copy.id)
  await page.keyboard.press('5')
  await expect(home(page)).toHaveText('40 home')
  await row(page, 'Rack comes down').getByRole('rowheader').click()
  const sweep = study(page).getByRole('region', { name: 'Sweep' })
  await sweep.getByRole('button', { name: 'Sweep' }).click()
  await expect(sweep.locator('[data-kept]')).toContainText('keeps both')
  await expect(sweep.getByRole('figure')).toBeVisible()
  const before = await cooldown()
  const set = sweep.getByRole('button', { name: /^Set / })
  const wanted = Number((await set.textContent())!.replace(/\D/g, ''))
  await set.click()
  await expect.poll(cooldown).toBe(wanted)
  expect(wanted).toBeGreaterThan(before)
  await expect(set).toBeDisabled()
  // What is wished for otherwise is kept by other values, or by none.
  const mayMiss = async (hundred: string) => {
    await sweep.getByRole('spinbutton', { name: 'How many may miss it' }).fill(hundred)
    await page.keyboard.press('Enter')
  }
  await mayMiss('0')
  await expect(sweep.locator('[data-kept]')).toContainText('No value keeps both')
  const wish = async () => (await saved()).cues.find(({ id }) => id === 'rack-comes-down')!.wish
  await expect.poll(wish).toEqual({ never: 0, more: 0.1 })
  await expect(row(page, 'Rack comes down').getByRole('button', { name: /never meet/ })).toHaveCSS('font-weight', '700')

  // Two numbers at once: a cell for each pair, and one press sets both.
  await mayMiss('10')
  await sweep.getByRole('button', { name: 'and another' }).click()
  await part(page, 'What is tried besides', sweep).click()
  await page.getByRole('option', { name: 'Chance' }).click()
  await sweep.getByRole('button', { name: 'Sweep' }).click()
  await expect(sweep.locator('[data-kept]')).toContainText('of 45 pairs keep both')
  await sweep.getByRole('button', { name: /^60 s and 1: .*keeps both$/ }).click()
  await expect.poll(cooldown).toBe(60)
})

test('a search proposes what keeps the wishes with the least change, and none is set without a press', async ({
  page,
  server,
}) => {
  const { id } = await demo(server.url)
  const { body: copy } = await ask(server.url, '/api/shows', 'POST', { copyOf: id })
  const rule = async () =>
    ((await ask(server.url, `/api/shows/${copy.id}`)).body.show as Show).zones
      .flatMap(({ rules }) => rules)
      .find(({ cue }) => cue === 'rack-comes-down')!
  await page.addInitScript(() => localStorage.setItem('esvik:walkers', '40'))
  await open(page, server, copy.id)
  await page.keyboard.press('5')
  await expect(home(page)).toHaveText('40 home')
  await row(page, 'Rack comes down').getByRole('rowheader').click()
  const before = await rule()
  const sweep = study(page).getByRole('region', { name: 'Sweep' })
  await sweep.getByRole('button', { name: 'Search' }).click()
  const found = sweep.locator('[data-searched]')
  await expect(found).toContainText('Each of these keeps both by itself')
  const limit = found.getByRole('row').filter({ hasText: 'Limit of' })
  await expect(limit).toContainText('2 times →')
  await expect(limit).toContainText('0 get it again')
  expect(await rule()).toEqual(before)
  await limit.getByRole('button', { name: /^Set Limit of .* to 1 times$/ }).click()
  await expect.poll(async () => (await rule()).limit?.times).toBe(1)
  // What was proposed was for the show as it was.
  await expect(found).toHaveCount(0)
})

test('who sets out is said in the sentence, has a name in the show, and stands behind the dials too', async ({
  page,
  server,
}) => {
  const { id } = await demo(server.url)
  const { body: copy } = await ask(server.url, '/api/shows', 'POST', { copyOf: id })
  const saved = async () => (await ask(server.url, `/api/shows/${copy.id}`)).body.show as Show
  const sentence = study(page).locator('[data-sentence]')
  const say = async (name: string, value: string) => {
    await part(page, name, sentence).press('Enter')
    await sentence.getByRole('textbox', { name }).fill(value)
    await page.keyboard.press('Enter')
  }
  await page.addInitScript(() => localStorage.setItem('esvik:walkers', '60'))
  await open(page, server, copy.id)
  await page.keyboard.press('5')
  await expect(home(page)).toHaveText('60 home')
  const before = await row(page, 'Rope answers').textContent()

  // Others have a name, and are slower; what they meet is found at once.
  await part(page, 'Who sets out', sentence).click()
  await page.getByRole('option', { name: 'Another, like these' }).click()
  await part(page, 'What they are called', sentence).click()
  await sentence.getByRole('textbox').fill('Dawdlers')
  await page.keyboard.press('Enter')
  await say('Most pace', '0.3')
  await say('Dither', '80')
  await expect.poll(async () => (await saved()).populations).toMatchObject([{ name: 'Dawdlers', pace: [0.3, 0.3], dithers: 0.8 }]) // prettier-ignore
  await expect(home(page)).toHaveText('60 home')
  await expect.poll(() => row(page, 'Rope answers').textContent()).not.toBe(before)
  const slow = await row(page, 'Rope answers').textContent()

  // They go a walk of their own, and whoever is followed from here goes it as they do.
  await part(page, 'On which walks', sentence).click()
  await page.getByRole('option', { name: 'Curious' }).click()
  await page.keyboard.press('Escape')
  await expect(part(page, 'On which walks', sentence)).toHaveText('Curious, turns back')
  await expect(home(page)).toHaveText('60 home')
  await study(page).getByRole('button', { name: 'Show a walk that meets it' }).click()
  const walked = () =>
    page.evaluate(() => {
      const { $pinia } = (document.querySelector('#__nuxt') as any).__vue_app__.config.globalProperties
      return $pinia._s.get('run').run.walks
    })
  await expect.poll(walked).toEqual(['curious'])

  // Removed, they are anybody again.
  await page.keyboard.press('5')
  await study(page).getByRole('button', { name: 'Remove Dawdlers' }).click()
  await expect(part(page, 'Who sets out', sentence)).toHaveText('Anybody')
  await expect(home(page)).toHaveText('60 home')
  await expect.poll(() => row(page, 'Rope answers').textContent()).not.toBe(slow)
})
