import { STEP_KINDS } from '../../core/show'
import { full, WHOLE } from '../../core/testing/whole-steps'
import { ask } from '../harness/api'
import { walkSentence } from './fields'
import { clickThing, desk, head, open, status, test } from './page'
import { expect, type Page } from '@playwright/test'
import type { TestServer } from '../harness/server'

/** A rule for each moment, with all that a rule can say. */
const RULES = [
  { at: 'enter' },
  { at: 'leave' },
  { at: 'dwell', seconds: 2 },
  { at: 'use', facing: { prop: 'door', within: 60 } },
  { at: 'look', target: { prop: 'door' }, within: 20, seconds: 1 },
  { at: 'signal', name: 'go' },
  { at: 'clock', seconds: 5 },
].map((on) => ({
  id: `at-${on.at}`,
  on,
  cue: 'other',
  enabled: false,
  when: [{ flag: 'count', is: '>=', value: 1 }],
  limit: { times: 2 },
  per: 'player',
  chance: 0.5,
  delay: 1,
}))

// Hundreds of fields are opened: on a slow machine that is long, and no sign of a hang.
test.setTimeout(1_200_000)

/** Opens a show with one of everything, and a cue for each kind of step that says all it can; none of them acts. */
async function openWhole(page: Page, server: TestServer): Promise<() => Promise<any>> {
  const cues = STEP_KINDS.map((kind) => ({
    id: `all-${kind}`,
    name: `All of ${kind}`,
    steps: WHOLE[kind].map((step, i) => ({ id: `${kind}-${i}`, kind, note: 'Why', muted: true, ...step })),
  }))
  const place = { ...full.place, lights: [{ ...full.place.lights[0]!, kind: 'spot', cone: 60 }] }
  const zones = [full.zones[0]!, { ...full.zones[0]!, id: 'all', name: 'All moments', rules: RULES }]
  const atmospheres = [{ ...WHOLE.atmosphere[0], ramp: undefined, release: undefined, hold: undefined, preset: undefined, id: 'dusk', name: 'Dusk' }, ...full.atmospheres] // prettier-ignore
  const document = { ...full, title: 'All fields', place, zones, atmospheres, cues: [...full.cues, ...cues] }
  const { body: made } = await ask(server.url, '/api/shows', 'POST', { document })
  await open(page, server, made.id)
  await expect(head(page, 'Zone')).toBeVisible()
  return async () => (await ask(server.url, `/api/shows/${made.id}`)).body.show
}

test('every field of every kind of step is opened, set, taken away and given again', async ({ page, server }) => {
  const show = await openWhole(page, server)
  const before = await show()
  // What every kind has is walked once.
  const common = new Set<string>()
  for (const kind of STEP_KINDS) {
    const walked = new Set(common)
    await page.keyboard.press('Escape')
    await desk(page)
      .getByRole('button', { name: `All of ${kind}`, exact: true })
      .click()
    for (const { id } of before.cues.find((cue: any) => cue.id === `all-${kind}`).steps) {
      const row = desk(page).locator(`[data-step="${id}"]`)
      const opener = row.getByRole('button').first()
      if ((await opener.getAttribute('aria-expanded')) === 'false') await opener.click()
      await walkSentence(page, row.locator('[data-sentence]'), walked)
    }
    for (const name of ['At', 'Jitter', 'Note']) common.add(name)
  }
  await expect(status(page)).toContainText('Saved')
  const after = await show()
  expect(after.cues.map((cue: any) => cue.steps.length)).toEqual(before.cues.map((cue: any) => cue.steps.length))
})

test('every field of a rule, of an atmosphere, of a light and a prop is opened and set', async ({ page, server }) => {
  await openWhole(page, server)
  await head(page, 'All moments').click()
  const rules = desk(page).locator('[data-sentence]')
  await expect(rules).toHaveCount(RULES.length)
  const walked = new Set<string>()
  for (let n = 0; n < RULES.length; n++) await walkSentence(page, rules.nth(n), walked)
  for (const [kind, id] of [['light', 'lamp'], ['prop', 'door']] as const) {
    await clickThing(page, kind, id)
    await walkSentence(page, desk(page).locator('[data-sentence]'))
  } // prettier-ignore
  await page.getByRole('navigation', { name: 'Views' }).getByRole('button', { name: 'Cues' }).click()
  await page.getByRole('region', { name: 'Cues' }).getByRole('button', { name: '2 atmospheres' }).click()
  await page.getByRole('region', { name: 'Cues' }).getByRole('button', { name: 'Dusk' }).click()
  await walkSentence(page, desk(page).locator('[data-sentence]'))
  await expect(status(page)).toContainText('Saved')
})
