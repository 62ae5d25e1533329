import { autoUpdate, flip, offset, shift, size, useFloating, type Placement } from '@floating-ui/vue'
import { useTemplateRef, type ComponentPublicInstance, type Ref } from 'vue'

type Part = HTMLElement | ComponentPublicInstance
const EDGE = 8
const TALLEST = 320

/**
 * Where what opens stands: beside its opener, and within the window whatever room there is. In the template they are called `opener` and `menu`;
 * an opener that changes is given.
 */
export function useMenuPlace(placement: Placement = 'bottom-start', given?: Readonly<Ref<Part | undefined>>) {
  const opener = given ?? useTemplateRef<Part>('opener')
  const menu = useTemplateRef<Part>('menu')
  const { floatingStyles: place } = useFloating(opener, menu, {
    placement,
    strategy: 'fixed',
    whileElementsMounted: autoUpdate,
    middleware: [
      offset(4),
      flip({ padding: EDGE }),
      shift({ padding: EDGE }),
      size({
        padding: EDGE,
        apply({ availableHeight, elements }) {
          elements.floating.style.maxHeight = `${Math.min(TALLEST, availableHeight)}px`
        },
      }),
    ],
  })
  return { place }
}
