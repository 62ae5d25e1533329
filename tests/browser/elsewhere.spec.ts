import { chromium, expect, test, type Browser, type Page } from '@playwright/test'
import { ask } from '../harness/api'
import { PHRASES, startGuarded, type TestServer } from '../harness/server'
import { desk, drawZone, part, plan, score, status } from './page'
import config from '../../playwright.config'

/** At another address than 127.0.0.1: by passphrase, over plain HTTP. A name leads there, so the page is no secure context. */
const NAME = 'kelp.test'
let server: TestServer
let browser: Browser
let url: string
test.beforeAll(async () => {
  server = await startGuarded()
  url = server.url.replace('127.0.0.2', NAME)
  const options = config.use!.launchOptions!
  browser = await chromium.launch({
    ...options,
    args: [...options.args!, `--host-resolver-rules=MAP ${NAME} 127.0.0.2`],
  })
})
test.afterAll(async () => {
  await browser.close()
  await server.kill()
})

/** A new visitor's page, with what its browser complains of. */
async function visit(): Promise<{ page: Page; complaints: string[] }> {
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 } })
  const page = await context.newPage()
  const complaints: string[] = []
  page.on('pageerror', (error) => complaints.push(error.message))
  return { page, complaints }
}
async function enter(page: Page, at: string, phrase: string): Promise<void> {
  await page.goto(at)
  await page.getByLabel('Passphrase').fill(phrase)
  await page.getByRole('button', { name: 'Enter' }).click()
}
async function cookieOf(page: Page): Promise<Record<string, string>> {
  const all = await page.context().cookies()
  return { cookie: all.map(({ name, value }) => `${name}=${value}`).join('; ') }
}

test('a wrong passphrase is told so, the right ones let in, at a name and at an address', async () => {
  for (const at of [url, server.url]) {
    const { page } = await visit()
    await enter(page, at, 'open sesame please')
    await expect(page.getByRole('alert')).toHaveText('That is not the passphrase.')
    await enter(page, at, PHRASES.edit)
    await expect(page.getByRole('heading', { name: 'Shows' })).toBeVisible()
    await page.context().close()
  }
})

test('who may edit builds something, and all of it is kept', async () => {
  const { page, complaints } = await visit()
  await enter(page, url, PHRASES.edit)
  expect(await page.evaluate(() => isSecureContext)).toBe(false)
  await page.getByLabel('Name of a new show').fill('From afar')
  await page.getByRole('button', { name: 'New show' }).click()
  await expect(score(page)).toBeVisible()
  await drawZone(page)
  await desk(page).getByRole('button', { name: '+ rule' }).click()
  await expect(part(page, 'Limit')).toBeVisible()
  await expect(status(page)).toContainText(/^Saved/)
  const id = page.url().split('/').at(-1)!
  const show = async () => (await ask(server.url, `/api/shows/${id}`, 'GET', undefined, await cookieOf(page))).body.show
  expect((await show()).zones).toHaveLength(1)
  expect((await show()).zones[0].rules).toHaveLength(1)

  // Undo outlasts a reload here, too.
  await page.reload()
  await expect(score(page)).toBeVisible()
  await expect(page.getByRole('button', { name: /^Undo/ })).toBeEnabled()
  await page.keyboard.press('Control+z')
  await expect.poll(async () => (await show()).zones[0].rules).toHaveLength(0)

  // A second window sees what the first does, and its edits are kept beside it.
  const second = await page.context().newPage()
  await second.goto(page.url())
  await expect(score(second)).toBeVisible()
  await drawZone(second)
  await expect.poll(async () => (await show()).zones.length).toBe(2)
  await expect(score(page).locator('button[data-zone]')).toHaveCount(2)

  await score(page).getByRole('button', { name: 'Events as a table' }).click()
  await page.getByRole('button', { name: /^Copy/ }).click()
  await expect(page.getByText('Copied')).toBeVisible()
  expect(complaints).toEqual([])
  await page.context().close()
})

test('who may only look reads every view, and is told that nothing is changed', async () => {
  const editor = await visit()
  await enter(editor.page, url, PHRASES.edit)
  const { body } = await ask(server.url, '/api/shows', 'GET', undefined, await cookieOf(editor.page))
  const demo = body.find(({ title }: { title: string }) => title === 'Night shift at the kelp works').id

  const { page, complaints } = await visit()
  const refused: string[] = []
  page.on('response', (answer) => answer.status() >= 400 && refused.push(`${answer.status()} ${answer.url()}`))
  await enter(page, url, PHRASES.look)
  await page.goto(`${url}/show/${demo}`)
  await expect(score(page).locator('[data-mark]').first()).toBeAttached()
  for (const view of ['Cues', 'Sounds', 'Desk']) {
    await page.getByRole('button', { name: view, exact: true }).click()
    await page.waitForLoadState('networkidle')
  }
  await page.getByRole('button', { name: 'Sounds', exact: true }).click()
  await expect(page.getByRole('main', { name: 'Sounds' }).getByText(/LUFS/).first()).toBeVisible()
  await page.getByRole('button', { name: 'Desk', exact: true }).click()
  await page.getByRole('button', { name: 'History', exact: true }).click()
  await expect(page.getByRole('region', { name: 'History' })).toBeVisible()
  expect(refused).toEqual([])
  await expect(plan(page)).toBeVisible()
  expect(complaints).toEqual([])
  await page.context().close()
  await editor.page.context().close()
})

test('an error that nothing expects is told with what is kept, and nothing says “Saved” above it', async () => {
  const { page } = await visit()
  await enter(page, url, PHRASES.edit)
  await page.getByLabel('Name of a new show').fill('With an error')
  await page.getByRole('button', { name: 'New show' }).click()
  await expect(status(page)).toContainText(/^Saved/)
  await page.evaluate(() => void setTimeout(() => { throw new Error('a plank is loose') })) // prettier-ignore
  const told = page.getByRole('alert')
  await expect(told).toContainText('a plank is loose')
  await expect(told).toContainText('What you see is what the server has.')
  await expect(status(page)).not.toContainText('Saved')
  await told.getByRole('button', { name: 'Close' }).click()
  await expect(status(page)).toContainText(/^Saved/)
  await page.context().close()
})

test('an address that leads nowhere says so, in our own words', async () => {
  const { page, complaints } = await visit()
  const said: string[] = []
  page.on('console', (message) => message.type() === 'error' && said.push(message.text()))
  await enter(page, url, PHRASES.look)
  await page.goto(`${url}/no/such/place`)
  await expect(page.getByRole('heading', { name: 'Nothing is at this address' })).toBeVisible()
  await page.getByRole('button', { name: 'All shows' }).click()
  await expect(page.getByRole('heading', { name: 'Shows' })).toBeVisible()
  expect(said.filter((text) => /Content Security Policy/.test(text))).toEqual([])
  expect(complaints).toEqual([])
  await page.context().close()
})

test('a view that is opened for the first time while the server is away comes once it is back', async () => {
  const { page, complaints } = await visit()
  await enter(page, url, PHRASES.edit)
  await page.getByLabel('Name of a new show').fill('Alone')
  await page.getByRole('button', { name: 'New show' }).click()
  await expect(score(page)).toBeVisible()
  let isAway = true
  await page.route(/./, (route) => (isAway ? route.abort() : route.fallback()))
  await page.getByRole('button', { name: 'Cues', exact: true }).click()
  await expect(page.getByRole('alert')).toContainText('The server does not answer')
  isAway = false
  await expect(page.getByRole('region', { name: 'Cues' })).toBeVisible()
  await expect(page.getByRole('alert')).toHaveCount(0)
  expect(complaints).toEqual([])
  await page.context().close()
})
