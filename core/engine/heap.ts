/** A binary heap: the least item, by `before`, comes out first. */
export interface Heap<T> {
  readonly size: number
  push(item: T): void
  peek(): T | undefined
  pop(): T | undefined
  clear(): void
}

export function createHeap<T>(before: (a: T, b: T) => boolean): Heap<T> {
  const items: T[] = []
  return {
    get size() {
      return items.length
    },
    push(item) {
      let i = items.length
      items.push(item)
      while (i > 0) {
        const parent = (i - 1) >> 1
        if (!before(item, items[parent])) break
        items[i] = items[parent]
        i = parent
      }
      items[i] = item
    },
    peek: () => items[0],
    pop() {
      const top = items[0]
      const last = items.pop()
      const n = items.length
      if (n === 0 || last === undefined) return top
      let i = 0
      for (;;) {
        let child = 2 * i + 1
        if (child >= n) break
        if (child + 1 < n && before(items[child + 1], items[child])) child++
        if (!before(items[child], last)) break
        items[i] = items[child]
        i = child
      }
      items[i] = last
      return top
    },
    clear() {
      items.length = 0
    },
  }
}
