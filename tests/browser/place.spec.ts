import { expect, type Page } from '@playwright/test'
import { ask } from '../harness/api'
import { levelByThree, levelByTransform } from '../harness/level'
import {
  choose,
  clickSpot,
  clickThing,
  desk,
  drag,
  head,
  marks,
  middle,
  openNew,
  part,
  plan,
  score,
  spotAt,
  takeTool,
  test,
  thingAt,
  type,
} from './page'

const section = (page: Page) => page.getByRole('region', { name: 'Section' })
const broughtIn = (page: Page) => page.getByRole('region', { name: 'Brought in' })
const found = (page: Page, what: string) => desk(page).locator(`[data-found=${what}]`)

test('a room is drawn with a door and a light, a zone fits its doorway, and somebody walks through', async ({
  page,
  server,
}) => {
  const show = await openNew(page, server, 'Drawn')
  // The furnished hall ends at x 14; a room of 6 × 9 m goes beside it, its first length typed.
  await takeTool(page, 'Wall', 'Wall')
  await clickSpot(page, 14, 0)
  const away = await spotAt(page, 16.5, 0.05)
  await page.mouse.move(away.x, away.y)
  await page.keyboard.type('3 + 1')
  await expect(plan(page).locator('[data-measure]')).toContainText('3 + 1')
  await page.keyboard.press('Enter')
  await clickSpot(page, 18, 9)
  await clickSpot(page, 14, 9)
  await page.keyboard.press('Enter')
  await expect.poll(async () => (await show()).place.walls.length).toBe(8)
  const { walls } = (await show()).place
  expect(walls[5]).toMatchObject({ from: [14, 0], to: [18, 0] })
  expect(walls[7]).toMatchObject({ from: [18, 9], to: [14, 9] })

  // Filled by one click between its walls.
  await takeTool(page, 'Wall', 'Floor')
  const inside = await spotAt(page, 16, 4)
  await page.mouse.move(inside.x, inside.y)
  await expect(plan(page).locator('[data-fills]')).toBeVisible()
  await page.mouse.click(inside.x, inside.y)
  await expect.poll(async () => (await show()).place.floors.length).toBe(2)
  await expect(desk(page)).toContainText('36 m²')

  // A door in its east wall, its width dragged.
  await takeTool(page, 'Wall', 'Opening')
  await drag(page, await spotAt(page, 18, 4), await spotAt(page, 18, 5.6))
  await expect.poll(async () => (await show()).place.walls[6]!.openings[0]?.width).toBeCloseTo(1.6, 2)

  await takeTool(page, 'Light', 'All round')
  await clickSpot(page, 16, 3)
  await expect(desk(page)).toContainText('40 cd')
  await type(page, 'Candela', '60')
  await expect.poll(async () => (await show()).place.lights.at(-1)).toMatchObject({ candela: 60, kind: 'point' })

  // A zone is drawn aside, and dragged onto the doorway of the partition, where it fits itself.
  await takeTool(page, 'Zone', 'Box')
  await drag(page, await spotAt(page, 9, 6), await spotAt(page, 10.4, 7.4))
  await expect(head(page, 'Hall zone')).toBeVisible()
  await drag(page, await thingAt(page, 'zone', 'hall-zone'), await spotAt(page, 7, 4.6))
  await expect
    .poll(async () => (await show()).zones[0]!.shape)
    .toMatchObject({ kind: 'box', at: [7, 0, 4.5], yaw: 90, size: [1.8, 2.2, 0.875] })
  await expect(found(page, 'passing')).toHaveAttribute('data-good', 'true')
  await desk(page).getByRole('button', { name: '+ rule' }).click()
  await expect(marks(page, 'fired', 'hall-zone').first()).toBeVisible()

  // A walk finds its way through two doorways by itself.
  await plan(page).getByRole('button', { name: 'Walk', exact: true }).click()
  await clickSpot(page, 2, 1)
  await clickSpot(page, 16, 7)
  await page.keyboard.press('Enter')
  await expect(desk(page).getByRole('button', { name: 'Walk 2, Name' })).toBeVisible()
  await expect(desk(page).locator('[data-through]')).toBeHidden()
  await expect(marks(page, 'fired', 'hall-zone').first()).toBeVisible()
})

test('a way around a zone is drawn and measured, and closed by one click', async ({ page, server }) => {
  const show = await openNew(page, server, 'Ways around')
  await takeTool(page, 'Zone', 'Box')
  // The doorway goes from z 3.6 to 5.4; this leaves 0.7 m of it.
  await drag(page, await spotAt(page, 6.5, 3.6), await spotAt(page, 7.5, 4.7))
  await expect(found(page, 'passing')).toContainText('There is a way around, 0.7 m wide')
  await expect(plan(page).locator('[data-way-around]')).toBeVisible()
  await desk(page).getByRole('button', { name: 'Widen to close it' }).click()
  await expect(found(page, 'passing')).toContainText('Nobody gets past it')
  await expect(plan(page).locator('[data-way-around]')).toBeHidden()
  await expect.poll(async () => (await show()).zones[0]!.shape).toMatchObject({ kind: 'box', size: [1, 2.4, 1.82] })
  // Lifted off the floor it hangs, and one click brings it down.
  await type(page, 'Y', '0.5')
  await expect(found(page, 'feet')).toContainText('It hangs 0.5 m above the floor')
  await desk(page).getByRole('button', { name: 'Down to the floor' }).click()
  await expect(found(page, 'feet')).toContainText('It reaches their feet')
})

test('a level that another program wrote comes in: section, floors, walls, lights, marks, a prop', async ({
  page,
  server,
}) => {
  await page.goto(server.url)
  const input = page.locator('input[type=file]')
  await input.setInputFiles({
    name: 'Mill.glb',
    mimeType: 'model/gltf-binary',
    buffer: Buffer.from(await levelByThree()),
  })
  await page.waitForURL('**/show/*')
  const id = page.url().split('/').at(-1)!
  const show = async () => (await ask(server.url, `/api/shows/${id}`)).body.show
  await expect(broughtIn(page)).toContainText('168 triangles')
  await broughtIn(page).getByRole('button', { name: 'Look for walls' }).click()
  await broughtIn(page).getByRole('button', { name: 'Take 1 floor and 1 ramp' }).click()
  await broughtIn(page)
    .getByRole('button', { name: /^Take \d walls$/ })
    .click()
  await broughtIn(page).getByRole('button', { name: 'Take 1 light, 1 camera mark' }).click()
  await broughtIn(page).getByRole('button', { name: 'Crate' }).click()
  await expect.poll(async () => (await show()).place.props.length).toBe(1)
  const { title, place } = await show()
  expect(title).toBe('Mill')
  expect(place.mesh.asset).toMatch(/^[0-9a-f]{64}$/)
  expect(place.floors.map((floor: { y: number }) => floor.y)).toEqual([0, 0])
  expect(place.lights[0]).toMatchObject({ name: 'Lamp', candela: 60 })
  expect(place.marks[0]).toMatchObject({ name: 'Watcher', kind: 'camera', yaw: 90, fov: 60 })
  expect(place.props[0]).toMatchObject({ name: 'Crate', at: [8, 0, 4.5], size: [1, 0.8, 1] })
  expect(place.walls.some((wall: { openings: { width: number }[] }) => wall.openings[0]?.width === 1.2)).toBe(true)
  // Another file takes its place; a bad one changes nothing.
  await broughtIn(page).getByRole('button', { name: 'Close' }).click()
  const other = page.getByLabel('A place to bring in')
  await other.setInputFiles({ name: 'bad.glb', mimeType: 'model/gltf-binary', buffer: Buffer.from('glTF, it says') })
  await expect(broughtIn(page).getByRole('alert')).toContainText('bad.glb was not brought in: it is cut off')
  expect((await show()).place.mesh).toEqual(place.mesh)
  const again = Buffer.from(await levelByTransform())
  await other.setInputFiles({ name: 'Mill 2.glb', mimeType: 'model/gltf-binary', buffer: again })
  await expect.poll(async () => (await show()).place.mesh.asset).not.toBe(place.mesh.asset)
  // After a reload its section is there again.
  await page.reload()
  await page.getByRole('button', { name: 'Bring in', exact: true }).click()
  await expect(broughtIn(page)).toContainText('168 triangles')
})

test('bringing in is stopped while it goes on: nothing is changed, and it can be begun anew', async ({
  page,
  server,
}) => {
  const show = await openNew(page, server, 'Stopped')
  let asked = 0
  await page.route('**/api/assets', async (route) => {
    asked++
    if (asked > 1) await route.continue()
  })
  const file = { name: 'Mill.glb', mimeType: 'model/gltf-binary', buffer: Buffer.from(await levelByThree()) }
  await page.getByLabel('A place to bring in').setInputFiles(file)
  await expect(broughtIn(page).getByRole('status')).toContainText('Keeping Mill.glb')
  await broughtIn(page).getByRole('button', { name: 'Stop' }).click()
  await expect(broughtIn(page).getByRole('alert')).toContainText('Nothing was changed')
  await expect(broughtIn(page).getByRole('status')).toBeHidden()
  expect((await show()).place.mesh).toBeUndefined()
  await page.getByLabel('A place to bring in').setInputFiles({ ...file, name: 'Mill again.glb' })
  await expect(broughtIn(page)).toContainText('168 triangles')
  await expect.poll(async () => (await show()).place.mesh?.asset).toMatch(/^[0-9a-f]{64}$/)
})

test('heights are dragged in the section, and it is turned', async ({ page, server }) => {
  const show = await openNew(page, server, 'Heights')
  await takeTool(page, 'Zone', 'Box')
  await drag(page, await spotAt(page, 4, 4), await spotAt(page, 6, 6))
  await expect(head(page, 'Hall zone')).toBeVisible()
  await page.keyboard.press('f')
  await page.keyboard.press('f')
  await page.getByRole('button', { name: 'Section', exact: true }).click()
  const top = await middle(section(page).locator('[data-lift=top]').locator('circle').nth(1))
  await drag(page, top, { x: top.x, y: top.y - 25 })
  await expect
    .poll(async () => {
      const { shape } = (await show()).zones[0]!
      return shape.kind === 'box' ? shape.size[1] : 0
    })
    .toBeGreaterThan(2.5)
  await expect(section(page)).toContainText('looking north')
  const end = await middle(plan(page).locator('[data-cut-end=to]'))
  await drag(page, end, { x: end.x - 80, y: end.y - 120 })
  await expect(section(page)).toContainText('turned by')
})

test('several things are chosen, moved, doubled and deleted together; what depends on them is asked', async ({
  page,
  server,
}) => {
  const show = await openNew(page, server, 'Several')
  await page.keyboard.down('Shift')
  await drag(page, await spotAt(page, 13, 5.2), await spotAt(page, 9.8, 0.4))
  await page.keyboard.up('Shift')
  await expect(desk(page).getByRole('heading', { level: 2 })).toHaveText('2 things chosen')
  const chest = await thingAt(page, 'prop', 'chest')
  await drag(page, chest, { x: chest.x, y: chest.y + 40 })
  await expect.poll(async () => (await show()).place.props[0]!.at[2]).toBeGreaterThan(2.2)
  expect((await show()).place.lights[1]!.at[2]).toBeGreaterThan(4.6)
  const before = (await show()).place.props[0]!.at[0]
  await page.keyboard.press('Alt+ArrowRight')
  await expect.poll(async () => (await show()).place.props[0]!.at[0]).toBeCloseTo(before + 0.1, 3)
  await page.keyboard.press('Control+d')
  await expect.poll(async () => (await show()).place.props.length).toBe(3)
  await page.keyboard.press('Delete')
  await expect.poll(async () => (await show()).place.props.length).toBe(2)
  // The walk looks at the chest.
  await clickThing(page, 'prop', 'chest')
  await page.keyboard.press('Delete')
  const question = page.getByRole('dialog')
  await expect(question).toContainText('point 4 of Through the hall')
  await question.getByRole('button', { name: 'Delete' }).click()
  await expect.poll(async () => (await show()).place.props.length).toBe(1)
  expect((await show()).walks[0]!.points[3]!.look).toBe('ahead')
  await page.keyboard.press('Control+z')
  await expect.poll(async () => (await show()).walks[0]!.points[3]!.look).toEqual({ prop: 'chest' })
})

test('corners of walls stay joined, a floor becomes a ramp, storeys are told apart', async ({ page, server }) => {
  const show = await openNew(page, server, 'Corners')
  await clickSpot(page, 5, 0)
  await expect(desk(page)).toContainText('wall 14 m')
  const corner = await middle(plan(page).locator('[data-handle=to]'))
  await drag(page, corner, { x: corner.x + 40, y: corner.y })
  await expect.poll(async () => (await show()).place.walls[0]!.to[0]).toBeGreaterThan(14.5)
  const { walls } = (await show()).place
  expect(walls[1]!.from).toEqual(walls[0]!.to)
  await type(page, 'Length', '16')
  await expect.poll(async () => (await show()).place.walls[1]!.from).toEqual([16, 0])

  await takeTool(page, 'Wall', 'Floor')
  for (const [x, z] of [
    [-6, 3],
    [-1, 3],
    [-1, 6],
    [-6, 6],
  ])
    await clickSpot(page, x!, z!)
  await page.keyboard.press('Enter')
  await expect.poll(async () => (await show()).place.floors.length).toBe(2)
  await choose(page, 'Slope', 'is a ramp to the west')
  await type(page, 'Ramp to', '3')
  await expect.poll(async () => (await show()).place.floors[1]!.slopeTo?.y).toBe(3)
  await expect(desk(page)).toContainText('It rises at 31°')
  await page.keyboard.press('Escape')
  await takeTool(page, 'Wall', 'Floor')
  for (const [x, z] of [
    [-6.7, 3],
    [-6, 3],
    [-6, 6],
    [-6.7, 6],
  ])
    await clickSpot(page, x!, z!)
  await page.keyboard.press('Enter')
  await type(page, 'Height', '3')
  // A walk onto the ramp has a point at its head, however straight it is from above.
  await plan(page).getByRole('button', { name: 'Walk', exact: true }).click()
  await clickSpot(page, -6.4, 4.5)
  await clickSpot(page, -3.5, 4.5)
  await page.keyboard.press('Enter')
  await expect
    .poll(async () => (await show()).walks[1]?.points.map(({ at }) => at))
    .toEqual([[-6.4, 3, 4.5], [-6, 3, 4.5], [-3.5, 1.5, 4.5]]) // prettier-ignore
  const storeys = page.getByRole('group', { name: 'Storeys' })
  await expect(storeys.getByRole('button')).toHaveCount(3)
  await storeys.getByRole('button').first().click()
  // What is on another storey is not in the way of the hand.
  await clickThing(page, 'prop', 'chest')
  await expect(part(page, 'Solid')).toBeHidden()
  await storeys.getByRole('button', { name: 'All storeys' }).click()
  await clickThing(page, 'prop', 'chest')
  await expect(part(page, 'Solid')).toBeVisible()
  await expect(score(page)).toBeVisible()
})

test('a light of a level in centimetres reaches as far as it does there, and what can’t be taken is said', async ({
  page,
  server,
}) => {
  const show = await openNew(page, server, 'In centimetres')
  await page.getByLabel('A place to bring in').setInputFiles('tests/files/g8-cm-light.glb')
  const panel = broughtIn(page)
  await expect(panel.getByRole('button', { name: /^Take 1 light/ })).toBeVisible()
  const lights = (await show()).place.lights.length
  await part(page, 'Scale', panel).click()
  await page.keyboard.press('Control+a')
  await page.keyboard.type('0.01')
  await page.keyboard.press('Enter')
  await expect.poll(async () => (await show()).place.mesh?.scale).toBe(0.01)
  await panel.getByRole('button', { name: /^Take 1 light/ }).click()
  await expect.poll(async () => (await show()).place.lights.length).toBe(lights + 1)
  expect((await show()).place.lights.at(-1)!.reach).toBe(6)
})
