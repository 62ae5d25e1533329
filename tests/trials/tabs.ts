import { chromium, expect } from '@playwright/test'
import { newShow } from '../harness/api'
import { openPlace, type Figures } from './place'

const EACH = 5

/**
 * Two tabs of one browser without a server, each makes edits; then it is back. Every other time one of them is closed before that.
 * `lost`: edits that never came to the server.
 */
export async function tabs(times: number): Promise<Figures> {
  const place = await openPlace()
  const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox'] })
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 } })
  const figures = { times, edits: 0, lost: 0, doubled: 0 }
  for (let n = 0; n < times; n++) {
    const { id, revision } = await newShow(place.url, `Tabs ${n}`)
    const pages = [await context.newPage(), await context.newPage()]
    for (const page of pages) {
      await page.goto(`${place.url}/show/${id}`)
      await expect(page.getByRole('status').first()).toContainText('Saved')
    }
    await place.server.kill()
    for (let k = 0; k < EACH; k++)
      for (const [i, page] of pages.entries()) {
        await page.bringToFront()
        await page.getByTitle('Rename the show', { exact: true }).click()
        await page.getByLabel('Name of the show').fill(`Tab ${i}, ${k}`)
        await page.keyboard.press('Enter')
      }
    for (const page of pages)
      await expect(page.getByRole('status').first()).toContainText(`${2 * EACH} edits kept`, { timeout: 15_000 })
    if (n % 2 === 1) await pages[1]!.close()
    await place.server.start()
    await expect(pages[0]!.getByRole('status').first()).toContainText('Saved', { timeout: 20_000 })
    const answer = await fetch(`${place.url}/api/shows/${id}/edits?since=${revision}`)
    const { edits } = (await answer.json()) as { edits: { id: string; label: string }[] }
    const labels = new Set(edits.map(({ label }) => label))
    figures.edits += 2 * EACH
    figures.lost += 2 * EACH - labels.size
    figures.doubled += edits.length - new Set(edits.map(({ id }) => id)).size
    for (const page of pages) await page.close()
  }
  await browser.close()
  await place.close()
  return figures
}
