import { computed, type ComputedRef } from 'vue'
import { extent } from '~~/core/base'
import { alike, type Spot } from '~~/core/show'
import { nameOfThing, thingIn, type ThingRef } from '~/document/things'
import { useShow } from '~/document/show'
import { useSelection } from '~/frame/selection'
import { useView } from '~/frame/view'
import { layNames, NAME_FONT, type LaidName, type Rect } from './canvas/names'
import { toPixels, type Sight } from './canvas/sight'
import { outlineOfThing } from './forms/outlines'

/** What is chosen, as it is drawn above everything else. */
export interface ChosenThing {
  key: string
  kind: ThingRef['kind']
  outline: Spot[]
  rim?: string
  enabled: boolean
  name: string
}

let letters: OffscreenCanvasRenderingContext2D | null | undefined
function widthOf(words: string): number {
  letters ??= new OffscreenCanvas(1, 1).getContext('2d')
  if (!letters) return 0
  letters.font = NAME_FONT
  return letters.measureText(words).width
}

/** What is chosen, and where its names stand: before all others. `over`: what lies over the plan (pixels). */
export function useChosenThings(sight: ComputedRef<Sight>, over: () => readonly Rect[]) {
  const doc = useShow()
  const selection = useSelection()
  const view = useView()
  /** Where one looks is of no matter to what is chosen, how near is. */
  const scale = computed(() => sight.value.scale)
  /** The same as before as long as nothing of it is another: an edit of something else draws nothing anew. */
  const things = computed((before?: readonly ChosenThing[]): readonly ChosenThing[] => {
    const now = chosenNow()
    return alike(before, now) ? before! : now
  })
  function chosenNow(): ChosenThing[] {
    const { show } = doc
    if (!show) return []
    const lit = view.lit.map((id): ThingRef => ({ kind: 'zone', id }))
    return [...lit, ...selection.things.filter(({ kind }) => kind !== 'zone')]
      .filter(({ kind, id }) => thingIn(show, kind, id))
      .map((ref): ChosenThing => {
        const { outline, rim, enabled = true } = outlineOfThing(show, ref, 1 / scale.value)
        return { key: `${ref.kind}/${ref.id}`, kind: ref.kind, outline, rim, enabled, name: nameOfThing(show, ref) }
      })
  }
  const names = computed((): LaidName[] => {
    if (things.value.length === 0) return []
    return layNames(
      things.value.map(({ key, name, outline }) => {
        const [left, right] = extent(outline.map(([x]) => x))
        const [back, front] = extent(outline.map(([, z]) => z))
        const [x0, y0] = toPixels(sight.value, [left, back])
        const [x1, y1] = toPixels(sight.value, [right, front])
        return { id: key, words: name, width: widthOf(name), box: [x0, y0, x1, y1] }
      }),
      over(),
    )
  })
  /** What is chosen and where it is, for whoever draws the other names when that rests. */
  const settled = computed((before?: string): string => {
    if (doc.dragging && before !== undefined) return before
    return things.value.map(({ key, name, outline }) => `${key} ${name} ${outline.join(' ')}`).join('\n')
  })
  return { things, names, settled }
}
