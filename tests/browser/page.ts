import { expect, test as base, type Locator, type Page } from '@playwright/test'
import { ask, demo, newShow } from '../harness/api'
import { startServer, type TestServer } from '../harness/server'
import type { Show } from '../../core/show'

/** Browser tests share a server; each opens a page of its own. */
export const test = base.extend<object, { server: TestServer }>({
  server: [
    // eslint-disable-next-line no-empty-pattern
    async ({}, use) => {
      const server = await startServer()
      await use(server)
      await server.kill()
    },
    { scope: 'worker' },
  ],
})

export const score = (page: Page) => page.getByRole('region', { name: 'Score' })
export const plan = (page: Page) => page.getByRole('region', { name: 'Plan' })
export const desk = (page: Page) => page.getByRole('region', { name: 'Desk' })
export const status = (page: Page) => page.getByRole('status').first()
export const clock = (page: Page) => page.getByRole('timer')
export const head = (page: Page, zone: string) => score(page).getByRole('button', { name: zone, exact: true })
export const marks = (page: Page, kind: 'fired' | 'held' | 'act', zone?: string) =>
  score(page).locator(`[data-mark=${kind}]${zone ? `[data-zone=${zone}]` : ''}`)
/** What fired or was held as the score shows it: zone and time of each, also of marks that are gathered. */
export const shownMarks = (page: Page, kind: 'fired' | 'held'): Promise<{ zone: string; t: number }[]> =>
  score(page)
    .locator(`[data-${kind}]`)
    .evaluateAll(
      (all, of) =>
        (all as HTMLElement[]).flatMap((mark) =>
          mark.dataset[of]!.split(' ').map((t) => ({ zone: mark.dataset.zone!, t: Number(t) })),
        ),
      kind,
    )
/** A part of a sentence or a list on the desk, whatever it says at the moment. */
export const part = (page: Page, name: string, within = desk(page)) =>
  within.getByRole('button', { name: new RegExp(`, ${name}$`) })

export async function open(page: Page, server: TestServer, id: string): Promise<void> {
  await page.goto(`${server.url}/show/${id}`)
  await expect(score(page)).toBeVisible()
}
/** Opens a copy of the demo: what one test does to it, and leaves undone where it fails, is no other's. */
export async function openDemo(page: Page, server: TestServer): Promise<void> {
  const { id } = await demo(server.url)
  const { body: copy } = await ask(server.url, '/api/shows', 'POST', { copyOf: id })
  await open(page, server, copy.id)
  await expect(head(page, 'Rope post')).toBeVisible()
}
/** Opens a new show; gives how to read it as the server has it. */
export async function openNew(page: Page, server: TestServer, title: string): Promise<() => Promise<Show>> {
  const { id } = await newShow(server.url, title)
  await open(page, server, id)
  return async () => (await ask(server.url, `/api/shows/${id}`)).body.show
}

export interface At {
  x: number
  y: number
}
export async function drag(page: Page, from: At, to: At): Promise<void> {
  await page.mouse.move(from.x, from.y)
  await page.mouse.down()
  await page.mouse.move((from.x + to.x) / 2, (from.y + to.y) / 2)
  await page.mouse.move(to.x, to.y, { steps: 4 })
  await page.mouse.up()
}
export async function middle(locator: Locator): Promise<At> {
  const box = (await locator.boundingBox())!
  return { x: box.x + box.width / 2, y: box.y + box.height / 2 }
}
/** Where a thing of the plan is on the page, or a spot of the place (m). */
export const thingAt = (page: Page, kind: string, id: string): Promise<At> =>
  page.evaluate(([kind, id]) => (window as any).esvik.thingOnPage(kind, id), [kind, id])
export const spotAt = (page: Page, x: number, z: number): Promise<At> =>
  page.evaluate(([x, z]) => (window as any).esvik.spotOnPage(x, z), [x, z])
/** Clicks on a thing of the plan, or on a spot of the place (m). */
export async function clickThing(page: Page, kind: string, id: string): Promise<void> {
  const { x, y } = await thingAt(page, kind, id)
  await page.mouse.click(x, y)
}
export async function clickSpot(page: Page, x: number, z: number): Promise<void> {
  const at = await spotAt(page, x, z)
  await page.mouse.move(at.x, at.y)
  await page.mouse.click(at.x, at.y)
}
/** Takes a tool of the plan; those of a group by their name in its menu. */
export async function takeTool(page: Page, group: string, name?: string): Promise<void> {
  await plan(page)
    .getByRole('toolbar')
    .getByRole('button', { name: new RegExp(`^${group}`) })
    .click()
  if (name) await page.getByRole('menuitem', { name, exact: true }).click()
}
/** Puts a zone into the doorway of the hall of a new show. */
export async function drawZone(page: Page, shape = 'Box'): Promise<void> {
  await plan(page).getByRole('button', { name: 'Zone' }).click()
  await page.getByRole('menuitem', { name: shape }).click()
  const at = await middle(plan(page))
  await drag(page, { x: at.x - 40, y: at.y - 30 }, { x: at.x + 30, y: at.y + 50 })
}
/** One more rule of the chosen zone, in a show that has cues: for one of them, or for a new one. */
export async function addRule(page: Page, fires: string | RegExp = 'with a new cue'): Promise<void> {
  await desk(page).getByRole('button', { name: '+ rule' }).click()
  await desk(page).getByRole('option', { name: fires }).click()
}
/** Types into a number or text of the desk. */
export async function type(page: Page, name: string, text: string): Promise<void> {
  await part(page, name).first().click()
  await desk(page).getByRole('textbox', { name, exact: true }).fill(text)
  await page.keyboard.press('Enter')
}
/** Chooses other words for a part of the desk. */
export async function choose(page: Page, name: string, words: string): Promise<void> {
  await part(page, name).first().click()
  await page.getByRole('option', { name: words, exact: true }).click()
}

/** What colour a spot of the page has on the screen: red, green, blue. */
export async function colourAt(page: Page, { x, y }: At): Promise<number[]> {
  const png = await page.screenshot({ clip: { x: Math.round(x), y: Math.round(y), width: 1, height: 1 } })
  return page.evaluate(async (base64) => {
    const bytes = Uint8Array.from(atob(base64), (c) => c.charCodeAt(0))
    const picture = await createImageBitmap(new Blob([bytes], { type: 'image/png' }))
    const context = new OffscreenCanvas(1, 1).getContext('2d')!
    context.drawImage(picture, 0, 0)
    return [...context.getImageData(0, 0, 1, 1).data.slice(0, 3)]
  }, png.toString('base64'))
}
