import { expect, type Page } from '@playwright/test'

/** What is seen while the show is walked in. */
export const view = (page: Page) => page.getByRole('dialog', { name: 'Walk in' })
export const ledger = (page: Page) => view(page).getByRole('list', { name: 'Ledger' })
export const state = (page: Page) => view(page).getByLabel('State')

export interface Walking {
  t: number
  at: [number, number, number]
  events: { kind: string; t: number; player?: string }[]
}
export const walking = (page: Page): Promise<Walking> => page.evaluate(() => (window as any).esvik.walking())
/** Somebody walks: their body stands in the place. */
export const isThere = (page: Page) =>
  expect.poll(() => page.evaluate(() => (window as any).esvik.walking?.().at !== undefined)).toBe(true)

/** A zone across a corridor along −Z, so far along it, with what else its rule says. */
export const across = (name: string, z: number, rule: object) => ({
  id: name.toLowerCase(),
  name,
  shape: { kind: 'box', at: [0, 0, z], size: [6, 2, 1] },
  rules: [{ id: `r-${name.toLowerCase()}`, on: { at: 'enter' }, ...rule }],
})
