import type { Placement } from '@floating-ui/dom'
import {
  computed,
  shallowRef,
  useTemplateRef,
  watch,
  type ComponentPublicInstance,
  type Ref,
  type StyleValue,
} from 'vue'

type Part = HTMLElement | ComponentPublicInstance
const EDGE = 8
const TALLEST = 320
const elementOf = (part: Part | null | undefined): HTMLElement | undefined =>
  part && '$el' in part ? (part.$el as HTMLElement) : (part ?? undefined)

/** Keeps a menu beside its opener and within the window, as long as it is told to. Comes with the first menu that is opened. */
async function follow(
  opener: HTMLElement,
  menu: HTMLElement,
  placement: Placement,
  at: (x: number, y: number) => void,
) {
  const floating = await import('@floating-ui/dom').catch(() => undefined)
  // Without the server, before any menu was opened: below its opener, where it can at least be read.
  if (!floating) {
    const { left, bottom } = opener.getBoundingClientRect()
    at(Math.round(left), Math.round(bottom))
    return () => {}
  }
  const { autoUpdate, computePosition, flip, offset, shift, size } = floating
  const middleware = [
    offset(4),
    flip({ padding: EDGE }),
    shift({ padding: EDGE }),
    size({
      padding: EDGE,
      apply({ availableHeight, elements }) {
        elements.floating.style.maxHeight = `${Math.min(TALLEST, availableHeight)}px`
      },
    }),
  ]
  return autoUpdate(opener, menu, async () => {
    const { x, y } = await computePosition(opener, menu, { placement, strategy: 'fixed', middleware })
    at(Math.round(x), Math.round(y))
  })
}

/**
 * Where what opens stands: beside its opener, and within the window whatever room there is. In the template they are called `opener` and `menu`;
 * an opener that changes is given.
 */
export function useMenuPlace(placement: Placement = 'bottom-start', given?: Readonly<Ref<Part | undefined>>) {
  const opener = given ?? useTemplateRef<Part>('opener')
  const menu = useTemplateRef<Part>('menu')
  const spot = shallowRef<{ x: number; y: number }>()
  watch(
    () => [elementOf(opener.value), elementOf(menu.value)] as const,
    ([beside, what], _, onCleanup) => {
      spot.value = undefined
      if (!beside || !what) return
      let left = false
      const following = follow(beside, what, placement, (x, y) => left || (spot.value = { x, y }))
      onCleanup(() => {
        left = true
        void following.then((leave) => leave())
      })
    },
    { flush: 'post' },
  )
  /** Until it has its place it isn't seen, but has the focus. */
  const place = computed((): StyleValue => {
    const { x, y } = spot.value ?? { x: 0, y: 0 }
    return { position: 'fixed', left: 0, top: 0, transform: `translate(${x}px, ${y}px)`, opacity: spot.value ? 1 : 0 }
  })
  return { place, element: computed(() => elementOf(menu.value)) }
}
