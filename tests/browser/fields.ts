import { expect, type Locator, type Page } from '@playwright/test'

const EASES = /^(evenly|slowly at (first|last|both ends)), /
const escaped = (name: string) => name.replace(/[.*+?^${}()|[\]\\]/g, '\\$&')
const partOf = (sentence: Locator, name: string) =>
  sentence.locator('button.part').and(sentence.getByRole('button', { name: new RegExp(`, ${escaped(name)}$`) }))

/** The names of the parts that a sentence has: each is said after what it says. */
const namesIn = async (sentence: Locator): Promise<string[]> =>
  (
    await sentence
      .locator('button.part[aria-label]')
      .evaluateAll((all) => all.map((part) => [part.ariaLabel!, part.textContent!.trim()] as const))
  ).map(([label, words]) => (words ? label.slice(words.length + 2) : label.replace(EASES, '')))

/** Chooses something else, then what it was. */
async function walkChoice(page: Page, part: Locator): Promise<void> {
  const saysNow = () => part.evaluate((button) => button.ariaLabel)
  const before = await saysNow()
  await part.click()
  const options = page.getByRole('option')
  await expect(options.first()).toBeVisible()
  const selected = await options.evaluateAll((all) => all.findIndex((each) => each.ariaSelected === 'true'))
  const words = await options.allTextContents()
  const other = words.findIndex((each, i) => i !== selected && !each.trim().startsWith('+'))
  for (const [index, is] of [[other < 0 ? selected : other, other < 0], [selected, true]] as const) {
    if ((await options.count()) === 0) await part.click()
    await options.nth(index).click()
    await expect.poll(async () => (await saysNow()) === before).toBe(is)
    await expect(options).toHaveCount(0)
  } // prettier-ignore
}
/** Gives it any colour, one that the show has, and none where it may be without. */
async function walkColour(page: Page, part: Locator): Promise<void> {
  const menu = page.locator('.menu')
  const open = async () => {
    await part.click()
    await expect(menu).toBeVisible()
  }
  await open()
  await menu.getByLabel(/^Any other/).fill('#123456')
  await expect(part).toContainText('#123456')
  const absent = menu.locator('button.part')
  if ((await absent.count()) > 0) {
    const without = (await absent.textContent())!.trim()
    await absent.click()
    await expect(part).toHaveText(without)
    await open()
  }
  const palette = menu.getByRole('listitem').getByRole('button')
  const another = palette.and(page.locator(':not([aria-label="#123456"])')).first()
  const colour = (await another.getAttribute('aria-label'))!
  await another.click()
  await expect(part).toContainText(colour)
  await expect(menu).toBeHidden()
}
/** Types a number, or a text, that it isn't; takes away what may be absent, and gives it again. */
async function walkWritten(sentence: Locator, part: Locator, name: string): Promise<void> {
  const begins = (await part.textContent())!.trim()
  const isAbsent = (await part.getAttribute('data-absent')) !== null
  await part.click()
  if (!isAbsent) {
    // Where something is offered as one types, the field is called a combobox.
    const box = sentence
      .getByRole('textbox', { name, exact: true })
      .or(sentence.getByRole('combobox', { name, exact: true }))
    const value = (await box.inputValue()).replace('−', '-')
    const isNumber = value !== '' && Number.isFinite(Number(value))
    await box.fill(isNumber ? String(Number(value) > 0.5 ? Number(value) / 2 : Number(value) + 0.25) : 'Other')
    await box.blur()
  }
  await expect(part).not.toHaveText(begins)
  const away = sentence.getByRole('button', { name: new RegExp(`^${escaped(name)}: `) })
  if ((await away.count()) === 0) return
  const there = (await part.textContent())!.trim()
  await away.click()
  await expect(part).not.toHaveText(there)
  await part.click()
  await expect(away).toBeVisible()
}

/** Opens every part of a sentence and sets it to something else; what may be absent is taken away and given again. Choices come last: some bring other parts. `walked`: those that need not be walked once more, to which these are added. */
export async function walkSentence(page: Page, sentence: Locator, walked = new Set<string>()): Promise<void> {
  const choices: Locator[] = []
  for (const name of await namesIn(sentence)) {
    if (walked.has(name)) continue
    walked.add(name)
    const part = partOf(sentence, name)
    await expect(part, name).toBeVisible()
    if ((await part.getAttribute('aria-haspopup')) === 'listbox') choices.push(part)
    else if ((await part.getAttribute('aria-expanded')) !== null) await walkColour(page, part)
    else await walkWritten(sentence, part, name)
  }
  for (const part of choices) await walkChoice(page, part)
}
