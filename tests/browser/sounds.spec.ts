import AxeBuilder from '@axe-core/playwright'
import { expect } from '@playwright/test'
import { wav } from '../harness/wav'
import { choose, desk, drawZone, marks, openNew, score, test } from './page'

const file = (name: string, buffer: Buffer) => ({ name, mimeType: 'audio/wav', buffer })

test('sounds come in from files, the others too where one is broken; one is measured, heard, and sounds in the walk', async ({
  page,
  server,
}) => {
  const show = await openNew(page, server, 'Own sounds')
  const before = (await show()).sounds.length
  const panel = page.getByRole('region', { name: 'Sounds' })
  await page.getByRole('button', { name: 'Sounds', exact: true }).click()
  const creak = wav(24_000, 1000)
  await panel
    .getByLabel('Sounds to bring in')
    .setInputFiles([
      file('Creak.wav', creak),
      file('Broken.wav', wav(4000).subarray(0, 300)),
      file('Creak again.wav', creak),
      file('Groan.wav', wav(8000, 90)),
    ])
  await expect(panel.getByRole('alert')).toContainText('Broken.wav was not brought in: The file is no sound')
  await expect.poll(async () => (await show()).sounds.length).toBe(before + 2)
  const added = (await show()).sounds.slice(before)
  expect(added.map(({ name, seconds }) => [name, seconds])).toEqual([
    ['Creak', 3],
    ['Groan', 1],
  ])

  // A tone of 1 kHz at 9000 of 32768 peaks at −11.2 dB (a hair more where it begins and ends), and is as loud as it peaks less 3 dB for the one channel.
  await panel.getByRole('searchbox').fill('creak')
  await panel.getByRole('button', { name: 'Creak', exact: true }).click()
  await expect(panel.locator('[data-measured]')).toContainText('−14.2 LUFS as a whole')
  await expect(panel.locator('[data-measured]')).toContainText(/true peak −11(\.[0-3])? dB/)
  await expect(panel.locator('[data-measured]')).toContainText('not used yet')
  await panel.getByRole('button', { name: 'Hear Creak' }).click()
  await expect(panel.getByRole('button', { name: 'Stop Creak' })).toBeVisible()
  await panel.getByRole('button', { name: 'Stop Creak' }).click()
  await expect(panel.getByRole('button', { name: 'Hear Creak' })).toBeVisible()
  const { violations } = await new AxeBuilder({ page }).include('[aria-label=Sounds]').analyze()
  expect(violations.map(({ id, nodes }) => [id, nodes[0]!.html])).toEqual([])
  await panel.getByRole('button', { name: 'Close' }).click()

  await drawZone(page)
  await desk(page).getByRole('button', { name: '+ rule' }).click()
  await expect(marks(page, 'fired', 'zone-1').first()).toBeVisible()
  await desk(page).getByRole('button', { name: 'Steps of its cue' }).click()
  await desk(page).getByRole('button', { name: '+ step' }).click()
  await page.getByRole('menuitem', { name: 'A sound', exact: true }).click()
  await choose(page, 'Sound', 'Creak')
  await expect
    .poll(async () => (await show()).cues.at(-1)!.steps.at(-1))
    .toMatchObject({ kind: 'sound', sound: 'creak' })
  await page.getByRole('button', { name: 'Events as a table' }).click()
  await expect(page.getByRole('cell', { name: /Creak/ }).first()).toBeVisible()
  await expect(score(page)).toBeVisible()
})
