import AxeBuilder from '@axe-core/playwright'
import { expect } from '@playwright/test'
import { ask } from '../harness/api'
import { desk, open, openDemo, test, type } from './page'

test('anything is found by a few letters, and gone to by Enter', async ({ page, server }) => {
  await openDemo(page, server)
  const field = page.getByRole('combobox', { name: 'Find anything', exact: true })
  const goTo = async (words: string, name: RegExp) => {
    await page.keyboard.press('Control+k')
    await expect(field).toBeFocused()
    await field.fill(words)
    await expect(page.getByRole('option').first()).toHaveText(name)
    await page.keyboard.press('Enter')
    await expect(field).toBeHidden()
  }
  await goTo('rope po', /^Rope post\s*zone/)
  await expect(desk(page).getByRole('heading', { name: 'Rope post' })).toBeVisible()
  await goTo('rack comes', /^Rack comes down/)
  await expect(desk(page).getByRole('heading', { name: 'Rack comes down' })).toBeVisible()
  await goTo('loft night', /^Loft night\s*atmosphere/)
  await expect(desk(page).getByRole('heading', { name: 'Loft night' })).toBeVisible()

  // The keys go on at the desk, not nowhere.
  await expect(desk(page)).toBeFocused()
  await page.getByRole('button', { name: 'Find', exact: true }).click()
  await field.fill('qqzz')
  await expect(page.getByText('Nothing is called so.')).toBeVisible()
  await field.fill('go to the sou')
  const { violations } = await new AxeBuilder({ page }).include('[role=dialog]').analyze()
  expect(violations.map(({ id, nodes }) => [id, nodes[0]!.html])).toEqual([])
  await page.keyboard.press('Enter')
  await expect(page.getByRole('group', { name: 'Shore' })).toBeVisible()
})

test('flags and signals say who sets and hears them, and lead there; a signal is renamed everywhere', async ({
  page,
  server,
}) => {
  const { body } = await ask(server.url, '/api/shows', 'POST', {
    document: {
      format: 'esvik-show',
      version: 1,
      title: 'Knots',
      place: {},
      flags: [{ id: 'lit', name: 'Lit', start: false }],
      cues: [{ id: 'on', name: 'On', steps: [{ id: 's', kind: 'signal', name: 'go' }] }],
      zones: [
        {
          id: 'z',
          name: 'Corner',
          shape: { kind: 'sphere', at: [0, 0, 0], radius: 1 },
          rules: [{ id: 'r', on: { at: 'signal', name: 'go' }, cue: 'on' }],
        },
      ],
    },
  })
  await open(page, server, body.id)
  await desk(page).getByText('Flags and signals').click()
  const rows = desk(page).getByRole('list', { name: 'Flags and signals' })
  await expect(rows.locator('[data-row="flag/lit"]')).toContainText('set by nobody')
  await expect(rows.locator('[data-row="signal/go"]')).toContainText('heard by Corner')
  await type(page, 'Signal', 'off you go')
  const show = async () => (await ask(server.url, `/api/shows/${body.id}`)).body.show
  await expect.poll(async () => (await show()).zones[0].rules[0].on.name).toBe('off you go')
  expect((await show()).cues[0].steps[0].name).toBe('off you go')
  await rows.locator('[data-row="flag/lit"]').getByRole('button', { name: 'Delete' }).click()
  await expect.poll(async () => (await show()).flags).toEqual([])
  await rows.getByRole('button', { name: 'On', exact: true }).click()
  await expect(desk(page).locator('[data-step=s] [data-field=name]')).toBeVisible()
})
