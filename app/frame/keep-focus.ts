import { nextTick, watch, type Ref, type WatchSource } from 'vue'

/** What had the focus may be gone after a change: then the region that it was in has it, not the page. */
export function keepFocus(region: Ref<HTMLElement | undefined>, change: WatchSource): void {
  watch(change, async () => {
    const had = region.value?.contains(document.activeElement)
    await nextTick()
    if (had && document.activeElement === document.body) region.value?.focus()
  })
}
