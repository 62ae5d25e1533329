import { defineNuxtPlugin } from '#app'
import { probe } from '~/document/probe'

/** Counts which components are drawn again, by their files, where a script that drives the page has asked for that before it came. */
export default defineNuxtPlugin(({ vueApp }) => {
  if (!(globalThis as { esvikCounts?: boolean }).esvikCounts) return
  const counted = new Map<string, number>()
  vueApp.mixin({
    updated() {
      const name = (this as { $options: { __name?: string; name?: string } }).$options
      const called = name.__name ?? name.name ?? 'piece'
      counted.set(called, (counted.get(called) ?? 0) + 1)
    },
  })
  probe({
    updates: () => {
      const now = Object.fromEntries(counted)
      counted.clear()
      return now
    },
  })
})
