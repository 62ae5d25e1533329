import { expect, type Page } from '@playwright/test'
import { ask } from '../harness/api'
import { desk, drag, middle, open, plan, spotAt, test } from './page'
import type { Show } from '../../core/show'

const DOCUMENT = {
  format: 'esvik-show',
  version: 1,
  title: 'Poses',
  place: {
    floors: [{ id: 'f', name: 'Yard', y: 0, outline: [[-6, -6], [12, -6], [12, 6], [-6, 6]] }], // prettier-ignore
    props: [
      { id: 'door', name: 'Door', kind: 'box', form: 'door', at: [4, 0, 0], size: [1, 2, 0.1] },
      { id: 'can', name: 'Can', kind: 'box', at: [0, 1.4, 2], size: [0.3, 0.3, 0.3] },
    ],
  },
  cues: [
    {
      id: 'opens',
      name: 'Opens',
      steps: [{ id: 's', kind: 'prop', prop: 'door', hold: 'keep', ramp: { seconds: 1 } }],
    },
    { id: 'flies', name: 'Flies', steps: [{ id: 't', kind: 'fling', prop: 'can', speed: [3, 3], yaw: -90, pitch: 20, spread: 4 }] }, // prettier-ignore
  ],
  zones: ['opens', 'flies'].map((cue, i) => ({
    id: `z${i}`,
    name: `Zone ${i}`,
    shape: { kind: 'box', at: [8, 0, i * 3 - 3], size: [1, 2, 1] },
    rules: [{ id: `r${i}`, on: { at: 'enter' }, cue }],
  })),
  walks: [{ id: 'w', name: 'Along', points: [{ at: [-4, 0, -4] }, { at: [11, 0, -4] }] }],
}
const grip = (page: Page, key: string, within = plan(page)) => within.locator(`[data-pose=${key}]`)
const held = (page: Page, key: string, within = plan(page)) => middle(grip(page, key, within).locator('circle').first())
async function typeAt(page: Page, key: string, says: string, text: string): Promise<void> {
  const { x, y } = await held(page, key)
  await page.mouse.click(x, y)
  const field = plan(page).getByRole('textbox', { name: says })
  await field.fill(text)
  await page.keyboard.press('Enter')
}

test('a leaf is moved to where open looks right, a throw to where it comes down; both are read off and typed', async ({
  page,
  server,
}) => {
  const { body } = await ask(server.url, '/api/shows', 'POST', { document: DOCUMENT })
  const step = async (cue: number) => ((await ask(server.url, `/api/shows/${body.id}`)).body.show as Show).cues[cue]!.steps[0]! // prettier-ignore
  await open(page, server, body.id)
  await desk(page).getByRole('button', { name: 'Opens', exact: true }).click()
  await desk(page).locator('[data-step]').getByRole('button').first().click()
  await drag(page, await held(page, 'slide'), await spotAt(page, 4.8, 0.03))
  await expect.poll(() => step(0)).toMatchObject({ slide: { by: [0.8, 0, 0] } })
  await expect(grip(page, 'slide')).toContainText('0.8 m')
  await typeAt(page, 'slide', 'Where it slides', '3 ft')
  await expect.poll(() => step(0)).toMatchObject({ slide: { by: [0.914, 0, 0] } })
  await typeAt(page, 'slide', 'Where it slides', 'far')
  await expect(plan(page).getByRole('alert')).toContainText('“far” is no number')
  await page.keyboard.press('Escape')

  // What neither shows nor colours can turn, too, once it says so.
  await page.keyboard.press('Control+z')
  await page.keyboard.press('Control+z')
  await expect(grip(page, 'turn')).toBeVisible()
  // Its far corner, turned by a right angle about its hinge at the left.
  await drag(page, await held(page, 'turn'), await spotAt(page, 3.45, -1))
  await expect.poll(() => step(0)).toMatchObject({ turn: { by: 90, about: [-0.5, 0] } })
  await expect(grip(page, 'turn')).toContainText('90°')

  // Heights in the section.
  await page.keyboard.press('Control+z')
  await page.getByRole('button', { name: 'Section', exact: true }).click()
  const section = page.getByRole('region', { name: 'Section' })
  const slides = await held(page, 'slide', section)
  const metre = (await spotAt(page, 1, 0)).x - (await spotAt(page, 0, 0)).x
  await drag(page, slides, { x: slides.x, y: slides.y - metre })
  await expect.poll(() => step(0)).toMatchObject({ slide: { by: [0, expect.closeTo(1, 0), 0] } })

  await page.keyboard.press('Escape')
  await desk(page).getByRole('button', { name: 'Flies', exact: true }).click()
  await desk(page).locator('[data-step]').getByRole('button').first().click()
  await expect(plan(page).locator('[data-flight]').first()).toBeAttached()
  await drag(page, await held(page, 'throw'), await spotAt(page, 3, -1))
  await expect.poll(() => step(1)).toMatchObject({ yaw: -45 })
  await expect(grip(page, 'throw')).toContainText(/4\.2\d? m/)
  const { speed } = (await step(1)) as { speed: number[] } & Awaited<ReturnType<typeof step>>
  expect(speed[0]).toBeGreaterThan(4)
  const pitch = await held(page, 'pitch', section)
  await drag(page, pitch, { x: pitch.x, y: pitch.y - metre * 1.5 })
  await expect.poll(async () => ((await step(1)) as { pitch?: number }).pitch).toBeGreaterThan(40)
})
