import AxeBuilder from '@axe-core/playwright'
import { expect, type Page } from '@playwright/test'
import { ask } from '../harness/api'
import { desk, drag, open, plan, spotAt, test } from './page'
import type { Show } from '../../core/show'

const tables = (page: Page) => page.getByRole('region', { name: 'Tables' })
const cell = (page: Page, column: string, zone: string) =>
  tables(page).getByLabel(`${column}, ${zone}`, { exact: true })
const sound = (id: string, name: string) => ({ id, name, asset: 'f'.repeat(64), seconds: 9 })
const floor = (id: string, name: string, x: number) => ({ id, name, y: 0, outline: [[x, 0], [x + 8, 0], [x + 8, 6], [x, 6]] }) // prettier-ignore
const DOCUMENT = {
  format: 'esvik-show',
  version: 1,
  title: 'Sheets',
  place: { floors: [floor('a', 'Boiler room', 0), floor('b', 'Net loft', 8)] },
  sounds: [sound('hum', 'Hum'), sound('sea', 'Sea'), sound('bang', 'Bang')],
  zones: [{ id: 'hatch', name: 'Hatch', shape: { kind: 'box', at: [4, 0, 3], size: [2, 2, 2] } }],
  walks: [{ id: 'w', name: 'Along', points: [{ at: [1, 0, 3] }, { at: [15, 0, 3] }] }],
}

test('rooms and scares are filled in place and by what was copied in a spreadsheet', async ({
  page,
  server,
  context,
}) => {
  await context.grantPermissions(['clipboard-read', 'clipboard-write'])
  const { body } = await ask(server.url, '/api/shows', 'POST', { document: DOCUMENT })
  const show = async () => (await ask(server.url, `/api/shows/${body.id}`)).body.show as Show
  await open(page, server, body.id)
  await page.keyboard.press('4')
  const copy = (text: string) => page.evaluate((text) => navigator.clipboard.writeText(text), text)

  // In place: what is heard makes the bed; what can't be read stays, with a word.
  await cell(page, 'Bed', 'Hatch').fill('hum')
  await page.keyboard.press('Enter')
  await expect(cell(page, 'Gain', 'Hatch')).toHaveValue('−6')
  await cell(page, 'Gain', 'Hatch').fill('× 1.5')
  await page.keyboard.press('Enter')
  await expect(cell(page, 'Gain', 'Hatch')).toHaveValue('−9')
  await cell(page, 'Gain', 'Hatch').fill('loud')
  await page.keyboard.press('Enter')
  await expect(tables(page).getByRole('alert')).toHaveText('“loud” is no number')
  await expect(cell(page, 'Gain', 'Hatch')).toHaveValue('loud')
  await cell(page, 'Gain', 'Hatch').press('Escape')
  await expect(cell(page, 'Gain', 'Hatch')).toHaveValue('−9')
  // What is filled is chosen in the plan and on the desk.
  await expect(desk(page).getByRole('button', { name: 'Hatch, Name' })).toBeVisible()

  // From a spreadsheet: floors by their names get zones with beds.
  await copy('Room\tBed\tGain (dB)\nBoiler room\tHum\t-12\nNet loft\tSea\t-3\nAttic\tSea\t-3')
  await cell(page, 'Zone', 'Hatch').press('Control+v')
  await expect(tables(page).getByRole('status')).toContainText('0 rows changed, 2 made')
  await expect(tables(page).getByRole('status')).toContainText('Row 4: No zone and no floor is called “Attic”')
  await expect(cell(page, 'Bed', 'Net loft')).toHaveValue('Sea')
  await expect
    .poll(async () => (await show()).zones.map(({ name }) => name))
    .toEqual(['Hatch', 'Boiler room', 'Net loft'])
  const beds = async () => (await show()).cues.flatMap(({ steps }) => steps.flatMap((step) => (step.kind === 'bed' ? [step.gain] : []))) // prettier-ignore
  await expect.poll(beds).toEqual([-9, -12, -3])
  await copy('-20\n-21')
  await cell(page, 'Gain', 'Boiler room').press('Control+v')
  await expect.poll(beds).toEqual([-9, -20, -21])
  const { violations } = await new AxeBuilder({ page }).analyze()
  expect(violations.map(({ id, nodes }) => [id, nodes[0]!.html])).toEqual([])

  await tables(page).getByRole('button', { name: 'Scares' }).click()
  await tables(page).getByLabel('Zone or floor of one more').fill('Net loft')
  await tables(page).getByLabel('Sound of one more').fill('Bang')
  await tables(page).getByRole('button', { name: 'Add', exact: true }).click()
  await cell(page, 'Cooldown', 'Net loft').fill('1:30')
  await page.keyboard.press('Enter')
  await expect.poll(async () => (await show()).zones[2]!.rules[1]).toMatchObject({ limit: { times: 1 }, cooldown: { seconds: 90 } }) // prettier-ignore
  await cell(page, 'At most', 'Net loft').fill('')
  await page.keyboard.press('Enter')
  await expect.poll(async () => (await show()).zones[2]!.rules[1]!.limit).toBeUndefined()
  await tables(page).getByRole('button', { name: 'Copy the table' }).click()
  await expect.poll(() => page.evaluate(() => navigator.clipboard.readText())).toContain('Net loft\tBang\t3\t\t90\t0.5')

  // What is drawn is there to be filled at once.
  await tables(page).getByRole('button', { name: 'Rooms and beds' }).click()
  await plan(page).getByRole('button', { name: 'Zone' }).click()
  await drag(page, await spotAt(page, 9, 1), await spotAt(page, 11, 2))
  await expect(tables(page).getByLabel(/^Bed, /)).toHaveCount(4)
})
