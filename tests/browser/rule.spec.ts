import { expect, type Page } from '@playwright/test'
import type { TestServer } from '../harness/server'
import {
  addRule,
  choose,
  clickThing,
  clock,
  desk,
  drawZone,
  head,
  marks,
  openDemo,
  openNew,
  part,
  score,
  shownMarks,
  status,
  test,
  type,
} from './page'

/** A new show with a zone in the doorway, through which the walk goes twice, and a rule. */
async function openRule(page: Page, server: TestServer, title: string) {
  const show = await openNew(page, server, title)
  await drawZone(page)
  await desk(page).getByRole('button', { name: '+ rule' }).click()
  await expect(marks(page, 'fired', 'hall-doorway').nth(1)).toBeVisible()
  await expect.poll(async () => (await show()).zones[0]?.rules.length).toBe(1)
  return { show, rule: async () => (await show()).zones[0]!.rules[0]! }
}
const sentence = async (page: Page) =>
  (await desk(page).getByRole('article').first().locator('p').first().textContent())!.replace(/\s+/g, ' ').trim()

test('the sentence stays one for every moment, and the score follows it', async ({ page, server }) => {
  const { rule } = await openRule(page, server, 'Moments')
  const rest = ', any number of times, 10 times in 10 → fire Hall doorway cue, at once, skipping if it still plays.'
  const leaving = ' On leaving, what it holds is released.'
  const begins: [moment: string, at: string, words: string][] = [
    ['leaves', 'leave', 'When a player leaves'],
    ['has stayed for', 'dwell', 'When a player has stayed for 2 s'],
    ['presses the key', 'use', 'When a player presses the key E facing anywhere'],
    ['looks at', 'look', 'When a player looks at Chest within 20 ° for 0.5 s'],
    ['sets off the signal', 'signal', 'When a player sets off the signal go'],
    [
      'has come to the end of',
      'end',
      'When a player has come to the end of Hall doorway cue, however it ended, for whoever set that off',
    ],
    ['enters', 'enter', 'When a player enters'],
  ]
  for (const [moment, at, words] of begins) {
    await choose(page, 'Moment', moment)
    await expect.poll(async () => (await rule()).on.at).toBe(at)
    const left = at === 'leave' ? ' On coming back, what it holds is released.' : leaving
    await expect.poll(() => sentence(page)).toBe(words + rest + left)
    await expect(score(page).getByRole('alert')).toBeHidden()
  }
  await choose(page, 'Moment', 'is there at')
  await expect.poll(() => sentence(page)).toBe(`At the time 10 s${rest}${leaving}`)
  await expect
    .poll(async () => Number(await marks(page, 'fired', 'hall-doorway').first().getAttribute('data-t')))
    .toBe(10)
})

test('the way out takes back what stays, and is heard only where the first had fired', async ({ page, server }) => {
  const { show, rule } = await openRule(page, server, 'Way out')
  await desk(page).getByRole('button', { name: 'And on leaving' }).click()
  await expect.poll(async () => (await show()).zones[0]!.rules.length).toBe(2)
  const { cue } = await rule()
  expect((await show()).zones[0]!.rules[1]!.on).toEqual({ at: 'end', cue, why: 'any', inside: false })
  await expect(desk(page).getByRole('article').nth(1)).toContainText('has come to the end of')
  // The cue of the rule that is taken away holds nothing and is nobody's: it goes too.
  await desk(page).getByRole('article').nth(1).getByRole('button', { name: 'Remove', exact: true }).click()
  await expect.poll(async () => (await show()).cues.length).toBe(1)
})

test('numbers are typed in units of one’s own, and what can’t be read stays with a word', async ({ page, server }) => {
  const { show } = await openRule(page, server, 'Units')
  const shape = async () => (await show()).zones[0]!.shape
  await type(page, 'X', '5 ft 3 in')
  await expect.poll(shape).toMatchObject({ at: [1.6002, 0, expect.anything()] })
  await type(page, 'X', 'there')
  await expect(desk(page).getByRole('alert')).toHaveText(/“there” is no number: 1.2, 120 cm/)
  await expect(desk(page).getByRole('textbox', { name: 'X', exact: true })).toHaveValue('there')
  await page.keyboard.press('Escape')
  await expect(part(page, 'X')).toHaveText('1.6 m')
  // Lengths are shown in one's own unit, and what is typed without one is in that.
  await page.keyboard.press('Escape')
  await choose(page, 'Unit of length', 'feet and inches')
  await head(page, 'Hall doorway').click()
  await expect(part(page, 'X')).toHaveText('5 ft 3 in')
  await type(page, 'X', '10')
  await expect.poll(shape).toMatchObject({ at: [3.048, 0, expect.anything()] })
})

test('a rule that is copied is doubled here and pasted at another zone', async ({ page, server }) => {
  const { show, rule } = await openRule(page, server, 'Pasted')
  await choose(page, 'Limit', 'at most')
  await type(page, 'Times', '3')
  await desk(page).getByRole('button', { name: 'Copy it' }).click()
  await expect.poll(async () => (await show()).zones[0]!.rules.length).toBe(2)
  await expect(desk(page).getByRole('button', { name: 'Paste rule' })).toBeHidden()
  await drawZone(page, 'Sphere')
  await desk(page).getByRole('button', { name: 'Paste rule' }).click()
  await expect.poll(async () => (await show()).zones[1]!.rules.length).toBe(1)
  const { cue, limit, id } = await rule()
  const pasted = (await show()).zones[1]!.rules[0]!
  expect(pasted).toMatchObject({ cue, limit })
  expect(pasted.id).not.toBe(id)
  await expect(marks(page, 'fired', (await show()).zones[1]!.id).first()).toBeVisible()
})

test('what held a rule back by its condition is said at its desk, with its times', async ({ page, server }) => {
  await openDemo(page, server)
  await head(page, 'Drying rack threshold').click()
  const unmet = desk(page).locator('[data-unmet]')
  await expect(unmet).toHaveText(/Held in this run: Lantern in hand is no, wanted yes, at 00:\d\d\.\d/)
  await unmet.getByRole('button').first().click()
  await expect(clock(page)).toHaveText(/^00:5\d/)
})

test('a limit holds all but the first, for each player or for the run', async ({ page, server }) => {
  const { rule } = await openRule(page, server, 'Limits')
  await choose(page, 'Limit', 'at most')
  await expect(desk(page)).toContainText('Fires once for each player, and is never ready again.')
  await expect(marks(page, 'fired', 'hall-doorway')).toHaveCount(1)
  await expect(marks(page, 'held', 'hall-doorway').first()).toHaveAccessibleName(
    /^Held: limit, it has fired once already/,
  )
  await choose(page, 'Counted', 'per run')
  await expect.poll(rule).toMatchObject({ limit: { times: 1 }, per: 'run' })
  await type(page, 'Times', '2')
  await expect(marks(page, 'fired', 'hall-doorway')).toHaveCount(2)
  await choose(page, 'Limit', 'any number of times')
  await expect.poll(async () => (await rule()).limit).toBeUndefined()
})

test('chance is said in tenths, on the sentence and on the dial', async ({ page, server }) => {
  const { rule } = await openRule(page, server, 'Chances')
  await desk(page)
    .getByRole('button', { name: /^10 .*, Chance$/ })
    .first()
    .click()
  await desk(page).getByRole('textbox', { name: 'Chance' }).fill('0')
  await page.keyboard.press('Enter')
  await expect.poll(async () => (await rule()).chance).toBe(0)
  await expect(marks(page, 'fired', 'hall-doorway')).toHaveCount(0)
  await expect(marks(page, 'held', 'hall-doorway').first()).toHaveAccessibleName(/^Held: .*0 in 10 get through/)
  const dial = desk(page).getByRole('slider', { name: 'Chance' })
  await dial.focus()
  await page.keyboard.press('End')
  await expect.poll(async () => (await rule()).chance).toBe(1)
  await expect(marks(page, 'fired', 'hall-doorway').first()).toBeVisible()
  await expect(desk(page)).toContainText('Always lets it through.')
})

test('a delay puts the cue off, and what a second moment does meanwhile is said', async ({ page, server }) => {
  const { rule } = await openRule(page, server, 'Delays')
  await choose(page, 'Delay', 'after')
  await type(page, 'After', '60')
  await choose(page, 'While it plays', 'waiting if it still plays')
  await expect.poll(rule).toMatchObject({ delay: 60, busy: 'queue' })
  await expect(desk(page)).toContainText('Ready again at once: what comes while the cue plays waits for its end.')
  await choose(page, 'While it plays', 'skipping if it still plays')
  await expect(marks(page, 'fired', 'hall-doorway')).toHaveCount(1)
  await expect(marks(page, 'held', 'hall-doorway').first()).toBeVisible()
  await choose(page, 'While it plays', 'also over one that still plays')
  await expect(marks(page, 'held', 'hall-doorway')).toHaveCount(0)
})

test('a zone has several rules; one is switched off, one removed', async ({ page, server }) => {
  const { show } = await openRule(page, server, 'Several')
  const fired = async () => (await shownMarks(page, 'fired')).filter(({ zone }) => zone === 'hall-doorway').length
  const one = await fired()
  await addRule(page)
  const rules = desk(page).getByRole('article')
  await expect(rules).toHaveCount(2)
  await expect.poll(fired).toBe(2 * one)
  await rules.nth(1).getByRole('button', { name: 'Switch off' }).click()
  await expect.poll(fired).toBe(one)
  await rules.nth(0).getByRole('button', { name: 'Dials', exact: true }).click()
  await expect(rules.nth(0).getByRole('slider', { name: 'Cooldown' })).toBeVisible()
  await expect(rules.nth(1).getByRole('slider', { name: 'Cooldown' })).toBeHidden()
  await rules.nth(1).getByRole('button', { name: 'Remove', exact: true }).click()
  await expect(rules).toHaveCount(1)
  await expect.poll(async () => (await show()).zones[0]!.rules.length).toBe(1)
})

test('a creature is noticed only by who is meant to notice it', async ({ page, server }) => {
  const { rule } = await openRule(page, server, 'Who')
  await choose(page, 'Who', 'a creature')
  await expect.poll(async () => (await rule()).who.kinds).toEqual(['creature'])
  await expect(marks(page, 'fired', 'hall-doorway')).toHaveCount(0)
  await expect(marks(page, 'held', 'hall-doorway').first()).toHaveAccessibleName(/^Held: it is not meant for them/)
  await choose(page, 'Who', 'a player or a creature')
  await expect(marks(page, 'fired', 'hall-doorway').first()).toBeVisible()
})

test('a zone that is deleted leaves its cue, and comes back whole by undo', async ({ page, server }) => {
  const { show } = await openRule(page, server, 'Deleted')
  await expect(status(page)).toContainText('Saved')
  const before = await show()
  await page.keyboard.press('Escape')
  await clickThing(page, 'zone', 'hall-doorway')
  await desk(page).getByRole('button', { name: 'Delete', exact: true }).click()
  await expect(head(page, 'Hall doorway')).toBeHidden()
  await expect.poll(async () => (await show()).cues.length).toBe(1)
  await expect.poll(async () => (await show()).zones.length).toBe(0)
  await page.keyboard.press('Control+z')
  await expect(head(page, 'Hall doorway')).toBeVisible()
  await expect.poll(async () => (await show()).zones).toEqual(before.zones)
})

test('a signal that one zone sends sets off another', async ({ page, server }) => {
  const { show } = await openRule(page, server, 'Signals')
  await desk(page).getByRole('button', { name: 'Steps of its cue' }).click()
  await desk(page).getByRole('button', { name: '+ step' }).click()
  await page.getByRole('menuitem', { name: 'A signal' }).click()
  await type(page, 'Name', 'Step')
  await head(page, 'Hall doorway').click()
  await page.keyboard.press('Control+d')
  await choose(page, 'Moment', 'sets off the signal')
  await choose(page, 'Cue', '+ new cue')
  await expect(part(page, 'Name')).toHaveText('Hall doorway 2 cue')
  await expect
    .poll(async () => {
      const all = await shownMarks(page, 'fired')
      return ['hall-doorway', 'hall-doorway-2'].map((id) => all.filter(({ zone }) => zone === id).length)
    })
    .toEqual([3, 3])
  await expect(
    marks(page, 'act', 'hall-doorway')
      .and(page.getByLabel(/^Signal “go”, heard by Hall doorway 2/))
      .first(),
  ).toBeVisible()
  expect((await show()).cues).toHaveLength(2)
})

test('zones share rules by a kit: changed for all of them, or for one only', async ({ page, server }) => {
  const { show } = await openRule(page, server, 'Shared')
  await desk(page).getByRole('button', { name: 'Share its rules' }).click()
  const kit = desk(page).getByRole('region', { name: 'Rules of the kit Hall doorway' })
  await expect(kit).toContainText('no other zone has')
  await page.keyboard.press('Control+d')
  await expect(desk(page).getByRole('button', { name: 'Hall doorway 2, Name' })).toBeVisible()
  await expect(kit).toContainText('1 other zone share')
  const both = ['hall-doorway', 'hall-doorway-2']
  const fired = async () => {
    const all = await shownMarks(page, 'fired')
    return both.map((id) => all.filter(({ zone }) => zone === id).length)
  }
  await expect.poll(fired).toEqual([3, 3])

  await choose(page, 'Limit', 'at most')
  await expect.poll(fired).toEqual([1, 1])
  await kit.getByRole('button', { name: 'Only here' }).click()
  await type(page, 'Times', '2')
  await expect.poll(fired).toEqual([1, 2])
  await expect(kit).toContainText('Different here: limit')
  await kit.getByRole('button', { name: 'Dials' }).click()
  await kit.getByRole('slider', { name: 'Chance' }).focus()
  await page.keyboard.press('Home')
  await expect.poll(fired).toEqual([1, 0])
  await expect
    .poll(async () => (await show()).zones[1]!.overrides)
    .toEqual({
      'hall-doorway-rule': { limit: { times: 2 }, chance: 0 },
    })
  await kit.getByRole('button', { name: 'As in the kit' }).click()
  await expect.poll(fired).toEqual([1, 1])
  await kit.getByRole('button', { name: 'Steps of its cue' }).click()
  await expect(desk(page)).toContainText(/Fired by\s+Hall doorway\s*,\s+Hall doorway 2/)
  await head(page, 'Hall doorway 2').click()
  await choose(page, 'Kit', 'no kit')
  await expect.poll(fired).toEqual([1, 0])
  await choose(page, 'Kit', 'the kit Hall doorway')
  await expect.poll(fired).toEqual([1, 1])
  // A rule of its own comes beside those of the kit, by an id that nobody has.
  await head(page, 'Hall doorway').click()
  await kit.getByRole('button', { name: 'Only here' }).click()
  await addRule(page)
  await expect.poll(fired).toEqual([4, 1])
  // While all zones of the kit are meant, it is a rule of all of them.
  await kit.getByRole('button', { name: 'In all 2 zones' }).click()
  await addRule(page)
  await expect.poll(fired).toEqual([7, 4])
})
