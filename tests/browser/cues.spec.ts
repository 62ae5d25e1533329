import AxeBuilder from '@axe-core/playwright'
import { expect, type Page } from '@playwright/test'
import { ask } from '../harness/api'
import { desk, drag, middle, open, test } from './page'

const shelf = (page: Page) => page.getByRole('list', { name: 'Shelf' })
const stave = (page: Page) => page.getByRole('group', { name: 'Stave' })

/** Two cues, of which one is a scare of four steps. */
const scare = {
  format: 'esvik-show',
  version: 1,
  title: 'A scare',
  place: { lights: [{ id: 'lamp', name: 'Lamp', kind: 'point', at: [5, 2.5, 4], candela: 90 }] },
  cues: [
    {
      id: 'rack',
      name: 'Rack comes down',
      steps: [
        { id: 'dark', kind: 'light', light: 'lamp', at: 1, candela: 2, ramp: { seconds: 0.2 }, hold: 3 },
        { id: 'hush', kind: 'level', bus: 'bed', gain: -12, hold: 'release' },
        { id: 'stand', kind: 'freeze', locks: ['walk'], at: 1, hold: 1.5 },
        { id: 'black', kind: 'fade', at: 2.5, in: 0.2, stay: 0.5, out: 1 },
      ],
    },
    { id: 'drip', name: 'A drip', steps: [] },
  ],
  zones: [
    {
      id: 'threshold',
      name: 'Threshold',
      shape: { kind: 'box', at: [5, 0, 4], size: [4, 3, 4] },
      rules: [{ id: 'falls', on: { at: 'enter' }, cue: 'rack' }],
    },
  ],
  walks: [{ id: 'walk', name: 'Walk', points: [{ at: [1, 0, 4] }, { at: [19, 0, 4] }] }],
}

test('a cue is found on the shelf, its steps are seen over time, dragged and nudged, and heard without a walk', async ({
  page,
  server,
}) => {
  const { body } = await ask(server.url, '/api/shows', 'POST', { document: scare })
  const { id } = body
  await open(page, server, id)
  const cue = async (name: string) =>
    (await ask(server.url, `/api/shows/${id}`)).body.show.cues.find((each: { name: string }) => each.name === name)
  await page.getByRole('navigation', { name: 'Views' }).getByRole('button', { name: 'Cues' }).click()
  await page.getByRole('searchbox', { name: 'Find a cue or what it does' }).fill('rack comes')
  await shelf(page).getByRole('button', { name: 'Rack comes down' }).click()
  const before = await cue('Rack comes down')
  await expect(stave(page).locator('[data-stroke]')).toHaveCount(before.steps.length)

  const light = before.steps.find(({ kind }: { kind: string }) => kind === 'light')
  const stroke = stave(page).locator(`[data-stroke="${light.id}"]`)
  const at = await middle(stroke.locator('rect').first())
  await drag(page, at, { x: at.x + 120, y: at.y })
  const moved = async () => (await cue('Rack comes down')).steps.find((step: { id: string }) => step.id === light.id).at
  await expect.poll(moved).toBeGreaterThan(light.at + 0.5)
  await expect(desk(page).getByRole('button', { name: /, At$/ })).toBeVisible()
  const dragged = await moved()
  await stroke.focus()
  await page.keyboard.press('ArrowRight')
  await expect.poll(moved).toBeCloseTo(dragged + 0.1, 6)
  await page.keyboard.press('Control+z')
  await page.keyboard.press('Control+z')
  await expect.poll(moved).toBe(light.at)

  await page.getByRole('button', { name: 'Hear it' }).click()
  await expect(page.getByRole('region', { name: 'Cues' }).getByRole('button', { name: 'Stop' })).toBeVisible()
  await page.getByRole('region', { name: 'Cues' }).getByRole('button', { name: 'Stop' }).click()
  const { violations } = await new AxeBuilder({ page }).analyze()
  expect(violations.map(({ id, nodes }) => [id, nodes[0]!.html])).toEqual([])

  await page.getByRole('button', { name: 'Duplicate cue' }).click()
  await expect.poll(async () => (await cue('Rack comes down 2'))?.steps.length).toBe(before.steps.length)
  await page.keyboard.press('Control+z')
  await expect.poll(async () => await cue('Rack comes down 2')).toBeUndefined()
})
