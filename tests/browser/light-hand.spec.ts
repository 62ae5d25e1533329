import { expect } from '@playwright/test'
import { desk, head, marks, openDemo, test } from './page'

/** Its number, its dial with what stands behind it, its line, and the marks of the lanes it changes. */
const MOST = 6

test('a step of a dial draws its number, its dots, its line and the marks it changes, and nothing else', async ({
  page,
  server,
}) => {
  await page.addInitScript(() => Object.assign(globalThis, { esvikCounts: true }))
  await openDemo(page, server)
  await head(page, 'Rope post').click()
  const dial = desk(page).getByRole('slider', { name: 'Cooldown' })
  await expect(desk(page).locator('[data-dot]').first()).toBeVisible()
  await expect(desk(page)).toContainText('walkers get it more than once')
  const fired = await marks(page, 'fired', 'rope-post').count()
  const drawn = await dial.evaluate(async (input: HTMLInputElement) => {
    type Probe = { updates(): { [piece: string]: number }; followed(): number; drawn(): { version: number } }
    const { esvik } = window as unknown as { esvik: Probe }
    const frame = () => new Promise(requestAnimationFrame)
    const all: { [piece: string]: number }[] = []
    // What opening the show still brings is no part of a step.
    esvik.updates()
    for (let still = 0; still < 40;) {
      await frame()
      still = Object.keys(esvik.updates()).length === 0 ? still + 1 : 0
    }
    for (let n = 0; n < 12; n++) {
      esvik.updates()
      const [seen, followed] = [esvik.drawn().version, esvik.followed()]
      input.value = String(5 + n * 0.5)
      input.dispatchEvent(new Event('input'))
      while (esvik.drawn().version === seen || esvik.followed() === followed) await frame()
      // What follows a hand that rests is of this step, however late: the next begins when nothing has been drawn for ten frames.
      const step = esvik.updates()
      for (let still = 0; still < 10;) {
        await frame()
        const more = Object.entries(esvik.updates())
        still = more.length === 0 ? still + 1 : 0
        for (const [piece, times] of more) step[piece] = (step[piece] ?? 0) + times
      }
      all.push(step)
    }
    input.dispatchEvent(new Event('change'))
    return all
  })
  for (const each of drawn) {
    expect(each).toMatchObject({ PartNumber: 1 })
    expect(Object.values(each).reduce((sum, times) => sum + times, 0), JSON.stringify(each)).toBeLessThanOrEqual(MOST) // prettier-ignore
  }
  // The marks follow the hand: it rests for longer now, so it fires less often.
  await expect.poll(() => marks(page, 'fired', 'rope-post').count()).toBeLessThanOrEqual(fired)
})
