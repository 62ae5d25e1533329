import { expect, type Page } from '@playwright/test'
import { wav } from '../harness/wav'
import { desk, drawZone, head, marks, openNew, spotAt, test } from './page'

/** Drops a file of a sound on a spot of the plan (m). */
async function drop(page: Page, name: string, bytes: Buffer, x: number, z: number): Promise<void> {
  const at = await spotAt(page, x, z)
  await page.evaluate(
    ([name, base64, x, y]) => {
      const bytes = Uint8Array.from(atob(base64 as string), (c) => c.charCodeAt(0))
      const data = new DataTransfer()
      data.items.add(new File([bytes], name as string, { type: 'audio/wav' }))
      const [clientX, clientY] = [x as number, y as number]
      const event = new DragEvent('drop', { dataTransfer: data, clientX, clientY, bubbles: true, cancelable: true })
      document.elementFromPoint(clientX, clientY)!.dispatchEvent(event)
    },
    [name, bytes.toString('base64'), at.x, at.y] as const,
  )
}

test('a sound that is dropped on the plan sounds there; a scare asks for its sound, the last one first', async ({
  page,
  server,
}) => {
  const show = await openNew(page, server, 'Dropped')
  await drop(page, 'Thump.wav', wav(24_000, 1000), 2, 1)
  await expect.poll(async () => (await show()).zones.map(({ name }) => name)).toEqual(['Thump'])
  const [zone] = (await show()).zones
  expect(zone!.shape).toMatchObject({ kind: 'cylinder', at: [2, 0, 1] })
  await expect(desk(page).getByRole('button', { name: 'Thump, Name' })).toBeVisible()
  const thump = (await show()).sounds.at(-1)!
  expect((await show()).cues[0]!.steps).toMatchObject([{ kind: 'sound', sound: thump.id, where: { at: 'zone' } }])

  await page.keyboard.press('Escape')
  await drawZone(page)
  await expect(head(page, 'Hall doorway')).toBeVisible()
  await page.keyboard.press('w')
  await page.getByRole('menuitem', { name: /^A scare/ }).click()
  const asked = page.getByRole('dialog', { name: 'Which sound scares?' })
  await expect(asked.getByRole('option').first()).toContainText('Thump')
  await asked.getByRole('combobox').fill('hum')
  await expect(asked.getByRole('option')).toHaveCount(1)
  await page.keyboard.press('Enter')
  await expect.poll(async () => (await show()).cues.length).toBe(2)
  const scare = (await show()).cues.at(-1)!
  expect(scare.steps[0]).toMatchObject({ kind: 'sound', sound: thump.id, bus: 'scare' })
  await expect(marks(page, 'fired', 'hall-doorway').first()).toBeVisible()
})

test('what is done is found by its words: a step, a whole thing, a mix', async ({ page, server }) => {
  const show = await openNew(page, server, 'Found')
  await drawZone(page)
  await expect(head(page, 'Hall doorway')).toBeVisible()
  const find = async (words: string) => {
    await page.keyboard.press('Control+k')
    await page.getByRole('combobox', { name: 'Find anything' }).fill(words)
    await page.getByRole('option').first().click()
  }
  await find('dark and back')
  await expect.poll(async () => (await show()).cues.length).toBe(1)
  await find('add step freeze')
  await expect.poll(async () => (await show()).cues[0]!.steps.map(({ kind }) => kind)).toContain('freeze')
  await find('mix')
  const panel = page.getByRole('region', { name: 'Mix' })
  await expect(panel).toBeVisible()
  await page.keyboard.press('Escape')
  await expect(panel).toBeHidden()
})
