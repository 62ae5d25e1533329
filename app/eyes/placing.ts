import { thousandths } from '~~/core/base'
import type { Point, PromptStep } from '~~/core/show'
import { freshLight, freshMark, standingAt } from '~/document/making/fresh'
import { addressOf, listAddress, nameOfThing, thingOf } from '~/document/things'
import { useShow } from '~/document/show'
import { useSelection } from '~/frame/selection'
import type { Hit } from './stage/stage'

/** Something that the next click puts on the surface under the pointer. */
export interface Placing {
  words: string
  says: string
  put: (hit: Hit) => void
}
/** A light hangs so far before the surface that it is put on (m). */
const BEFORE = 0.12
/** A prompt hangs so far over the surface under it (m). */
const OVER = 0.3

const rounded = (at: Point): Point => [thousandths(at[0]), thousandths(at[1]), thousandths(at[2])]
/** A point so far before a surface. */
export const before = ({ at, normal }: Pick<Hit, 'at' | 'normal'>, far: number): Point =>
  rounded([at[0] + normal[0] * far, at[1] + normal[1] * far, at[2] + normal[2] * far])

/** Whether one can stand on a surface, or something stands up there. */
const isFloor = ({ normal }: Pick<Hit, 'normal'>): boolean => normal[1] > 0.5
/** Somebody stands so far before a wall that is pointed at (m). */
const AWAY = 0.4

/** What can be put on a surface: a new light or mark, the chosen one, the prompt that is open. */
export function usePlacing(yaw: () => number) {
  const doc = useShow()
  const selection = useSelection()
  const placing = shallowRef<Placing>()
  /** Where somebody stands who is put on a surface: on it, or before it on the floor there. */
  function footOf(hit: Hit): Point {
    if (isFloor(hit)) return rounded(hit.at)
    const [x, , z] = before(hit, AWAY)
    return standingAt(doc.now, [x, z])
  }

  const newLight: Placing = {
    words: 'Put a light',
    says: 'Click where the light is to hang',
    put(hit) {
      const light = freshLight(doc.now, 'point', before(hit, BEFORE))
      if (doc.edit('Put a light', (edit) => edit.addFound(listAddress('light'), light)))
        selection.choose('light', light.id)
    },
  }
  const newMark: Placing = {
    words: 'Put a mark',
    says: 'Click where somebody is to stand',
    put(hit) {
      const mark = freshMark(doc.now, 'standing', footOf(hit), thousandths(yaw()))
      if (doc.edit('Put a mark', (edit) => edit.addFound(listAddress('mark'), mark))) selection.choose('mark', mark.id)
    },
  }
  const chosenOne = computed((): Placing | undefined => {
    const [one] = selection.things
    if (!one || selection.things.length > 1) return undefined
    const isMark = one.kind === 'mark' && thingOf(doc.now, 'mark', one.id).kind === 'standing'
    const isLight = one.kind === 'light' && thingOf(doc.now, 'light', one.id).tiedTo === undefined
    if (!isMark && !isLight) return undefined
    const name = nameOfThing(doc.now, one)
    return {
      words: `Put ${name} elsewhere`,
      says: `Click where ${name} is to be`,
      put: (hit) =>
        doc.edit(`Put ${name} elsewhere`, (edit) =>
          isLight
            ? edit.set(addressOf('light', one.id, 'at'), before(hit, BEFORE))
            : edit.set(addressOf('mark', one.id, 'at'), footOf(hit)),
        ),
    }
  })
  /** Over a prop it is tied to that; elsewhere a mark is put there for it. */
  function hang(cue: string, step: PromptStep, hit: Hit): void {
    const { kind, id, at } = hit
    doc.edit('Put the prompt elsewhere', (edit) => {
      const address = ['cues', cue, 'steps', step.id] as const
      if (kind === 'prop') {
        const { at: foot, size } = thingOf(doc.now, 'prop', id)
        edit.set([...address, 'anchor'], { prop: id })
        edit.set([...address, 'lift'], thousandths(at[1] - foot[1] - size[1]))
        return
      }
      const mark = freshMark(doc.now, 'standing', before(hit, BEFORE), thousandths(yaw()))
      edit.addFound(listAddress('mark'), mark)
      edit.set([...address, 'anchor'], { mark: mark.id })
      edit.set([...address, 'lift'], isFloor(hit) ? OVER : 0)
    })
  }
  const prompt = computed((): Placing | undefined => {
    const { step, cue } = selection
    if (step?.kind !== 'prompt' || !cue) return undefined
    return {
      words: 'Put the prompt elsewhere',
      says: 'Click where the prompt is to hang',
      put: (hit) => hang(cue.id, step, hit),
    }
  })
  const offers = computed(() => [newLight, newMark, ...[chosenOne.value, prompt.value].flatMap((each) => each ?? [])])
  function put(hit: Hit | undefined): void {
    if (hit) placing.value?.put(hit)
    placing.value = undefined
  }
  return { placing, offers, put }
}
