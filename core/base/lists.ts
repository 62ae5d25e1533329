/** Takes an item out of a list, if it is there. What stays keeps its order, and nothing is made. */
export function takeOut<T>(list: T[], item: T): void {
  const index = list.indexOf(item)
  if (index < 0) return
  for (let i = index + 1; i < list.length; i++) list[i - 1] = list[i]
  list.pop()
}

/** Whole numbers gathered and put in order, over and over in the same place. */
export class Gathered {
  private readonly items: number[] = []
  count = 0

  add(item: number): void {
    this.items[this.count++] = item
  }
  at(index: number): number {
    return this.items[index]
  }
  clear(): void {
    this.count = 0
  }
  /** Puts them in order, the least first: few are, and most are so already. */
  sort(): void {
    const { items, count } = this
    if (count > MANY) {
      const sorted = items.slice(0, count).sort(inOrder)
      for (let i = 0; i < count; i++) items[i] = sorted[i]
      return
    }
    for (let i = 1; i < count; i++) {
      const item = items[i]
      let k = i
      for (; k > 0 && items[k - 1] > item; k--) items[k] = items[k - 1]
      items[k] = item
    }
  }
}
const MANY = 24
const inOrder = (a: number, b: number): number => a - b

/** The item of a list by its id. @throws Error that names the id if there is none */
export function withId<T extends { id: string }>(list: readonly T[], id: string): T {
  const found = list.find((each) => each.id === id)
  if (!found) throw new Error(`There is no "${id}"`)
  return found
}

/** The item at a place of a list, that of a way through a document. @throws Error if there is none */
export function itemAt<T>(list: readonly T[], place: string | number | undefined): T {
  const found = list[Number(place)]
  if (found === undefined) throw new Error(`There is no number ${place} in a list of ${list.length}`)
  return found
}

/** The keys of a record that has no others than its type says. */
export const namesIn = <K extends string>(record: { readonly [key in K]?: unknown }): K[] => Object.keys(record) as K[]
