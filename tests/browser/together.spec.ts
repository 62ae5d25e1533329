import { expect, type Browser, type Page } from '@playwright/test'
import { ask } from '../harness/api'
import type { TestServer } from '../harness/server'
import { clock, open, openDemo, test } from './page'
import { across, isThere, ledger, state, view, walking } from './walking'

/** A corridor along −Z: a zone darkens it for everyone, one beyond asks whoever comes. */
const CORRIDOR = {
  format: 'esvik-show',
  version: 1,
  title: 'Walked by two',
  atmosphere: { ambient: '#ffffff', level: 0.5 },
  place: {
    floors: [{ id: 'floor', name: 'Floor', y: 0, outline: [[-3, -12], [3, -12], [3, 3], [-3, 3]] }], // prettier-ignore
    marks: [{ id: 'aside', name: 'From aside', kind: 'camera', at: [2, 2, -6], yaw: 90, pitch: 0, fov: 50 }],
  },
  cues: [
    { id: 'darkens', name: 'Darkens', for: 'everyone', steps: [{ id: 'd', kind: 'fade', colour: '#000000', in: 0, stay: 40, out: 0 }] }, // prettier-ignore
    { id: 'asks', name: 'Asks', steps: [{ id: 'a', kind: 'prompt', text: 'Heave', key: 'E', anchor: { mark: 'aside' }, hold: 4 }] }, // prettier-ignore
  ],
  zones: [across('First', -2, { cue: 'darkens' }), across('Second', -6, { cue: 'asks' })],
  walks: [{ id: 'w', name: 'Stands', points: [{ at: [0, 0, 1], pause: 90, look: { yaw: 0 } }] }],
}

const others = (page: Page) => page.getByRole('button', { name: /other window/ })
async function choose(page: Page, words: string): Promise<void> {
  await others(page).click()
  await page.getByRole('menuitem', { name: words }).click()
}
/** Another window of somebody else's browser on the same show. */
async function besides(page: Page, browser: Browser): Promise<Page> {
  const other = await (await browser.newContext({ viewport: page.viewportSize() })).newPage()
  await other.goto(page.url())
  await expect(others(other)).toBeVisible()
  return other
}
async function corridor(page: Page, server: TestServer): Promise<void> {
  const { body } = await ask(server.url, '/api/shows', 'POST', { document: CORRIDOR })
  await open(page, server, body.id)
}
/** The line by which a window walks with others takes a tenth of a second each way, and loses one in fifty. */
async function slowDown(page: Page): Promise<void> {
  let luck = 7
  const arrives = () => {
    luck = (luck * 48271) % 2147483647
    return luck / 2147483647 > 0.02
  }
  await page.routeWebSocket(/together/, (line) => {
    const server = line.connectToServer()
    let isFirst = true
    line.onMessage((word) => {
      // Who comes says so on a line that is whole.
      if (isFirst || arrives()) setTimeout(() => server.send(word), 100)
      isFirst = false
    })
    server.onMessage((word) => arrives() && setTimeout(() => line.send(word), 100))
  })
}

test('two walk in one run, on a slow line too: what is for everyone is for both, and what was decided is the same in both', async ({
  page,
  server,
  browser,
}) => {
  await corridor(page, server)
  const other = await besides(page, browser)
  await slowDown(other)
  await choose(page, 'Walk in together')
  await isThere(page)
  await expect(others(other)).toContainText('1 walking')
  await choose(other, 'Walk in with who walks')
  await isThere(other)
  await expect(view(page)).toContainText('With 1 other, seen as a lantern')

  await page.keyboard.down('w')
  await expect(ledger(page)).toContainText('First fires Darkens')
  for (const each of [page, other]) await expect(state(each)).toContainText('covered')
  await page.keyboard.up('w')
  // The other goes through both, and only they are asked.
  await other.keyboard.down('w')
  await expect(ledger(other)).toContainText('Second fires Asks')
  await other.keyboard.up('w')
  await expect(state(page)).not.toContainText('Asks')
  const decided = async (each: Page) => (await walking(each)).events.filter(({ kind }) => kind !== 'walkEnd')
  const known = await decided(other)
  expect(known.filter(({ kind }) => kind === 'fire').map(({ player }) => player)).toEqual(['w', 'player-2', 'player-2'])
  await expect.poll(async () => (await decided(page)).slice(0, known.length)).toEqual(known)

  // Back ten seconds is for both; so is standing still.
  await other.keyboard.press('b')
  for (const each of [page, other]) {
    await expect.poll(async () => (await decided(each)).length).toBe(0)
    await expect(state(each)).toContainText('clear')
  }
  await page.keyboard.press('p')
  for (const each of [page, other]) await expect(view(each)).toContainText('Paused at')
  await other.keyboard.press('p')
  await expect(view(page)).not.toContainText('Paused at')

  await other.keyboard.press('Escape')
  await expect(view(page)).toContainText('Nobody else walks here yet')
  await page.keyboard.press('Escape')
  await expect(others(page)).not.toContainText('walking')
  await other.context().close()
})

test('a window looks on, and one follows another’s playhead and eyes', async ({ page, server, browser }) => {
  await corridor(page, server)
  const other = await besides(page, browser)
  await choose(page, 'Walk in together')
  await isThere(page)
  await expect(others(other)).toContainText('1 walking')
  await choose(other, 'Look on')
  await isThere(other)
  await page.keyboard.down('w')
  await expect(ledger(other)).toContainText('First fires Darkens')
  await page.keyboard.up('w')
  await expect.poll(async () => Math.abs((await walking(other)).at[2] - (await walking(page)).at[2])).toBeLessThan(0.1)
  await page.keyboard.press('Escape')
  await expect(view(other).getByRole('alert')).toBeVisible()
  await other.context().close()

  await openDemo(page, server)
  const guest = await besides(page, browser)
  await choose(guest, 'Follow')
  await expect(others(page)).toContainText('following')
  const seek = (t: number) =>
    page.evaluate((to) => {
      const { $pinia } = (document.querySelector('#__nuxt') as any).__vue_app__.config.globalProperties
      $pinia._s.get('playhead').seek(to)
    }, t)
  await seek(41.5)
  await expect(clock(guest)).toHaveText((await clock(page).textContent())!)
  await page.getByRole('button', { name: 'Eyes', exact: true }).click()
  await expect(guest.getByRole('region', { name: 'Eyes' })).toBeVisible()
  await page.getByRole('region', { name: 'Eyes' }).focus()
  await page.keyboard.press('w')
  await expect(guest.getByRole('region', { name: 'Eyes' })).toContainText('Flying free')
  await choose(guest, 'Follow no more')
  await seek(10)
  await expect(clock(guest)).not.toHaveText((await clock(page).textContent())!)
  await guest.context().close()
})
