import { computed, ref, shallowRef } from 'vue'
import type { Spot } from '~~/core/show'
import { useShow } from '~/document/show'
import { calculated } from '~/words/arithmetic'
import { length as lengthWords, ownLength } from '~/words/lengths'
import { measured } from '~/words/units'
import { cornerAt, directionOf, going } from '../forms/snapping'
import { isSameSpot } from '~~/core/space'

const TYPED = /^[\d.,+\-*/()]$/
/** What can follow in a number that has begun: the letters of units, “5 ft 3 in”, “80 cm”. */
const GOES_ON = /^[cfimnt '"]$/

/** Corners put one after the other, each where the pointer is or as far and at such an angle as is typed. */
export function useCornerDrawing(pixel: () => number) {
  const doc = useShow()
  const run = shallowRef<Spot[]>([])
  const pointer = shallowRef<Spot>()
  /** The next corner is held by nothing. */
  const free = ref(false)
  /** What is typed: how long, or at which angle. */
  const typed = ref('')
  const typesAngle = ref(false)
  const heldAngle = ref<number>()

  /** Where the next corner would go: as typed, or by the pointer. */
  const next = computed((): Spot | undefined => {
    if (!pointer.value) return undefined
    const by = cornerAt(doc.now, run.value, pointer.value, pixel(), free.value)
    const last = run.value.at(-1)
    if (!last) return by
    const angle = heldAngle.value ?? directionOf(last, by)
    const length = typesAngle.value ? undefined : measured(typed.value, 'm', ownLength.value)
    if (length === undefined && heldAngle.value === undefined) return by
    return going(last, angle, length ?? Math.hypot(by[0] - last[0], by[1] - last[1]))
  })
  const closes = computed(
    () => run.value.length > 2 && next.value !== undefined && isSameSpot(next.value, run.value[0]!),
  )
  /** The words beside the next corner: how long, at which angle. */
  const measure = computed(() => {
    const last = run.value.at(-1)
    if (!last || !next.value) return undefined
    const length = Math.hypot(next.value[0] - last[0], next.value[1] - last[1])
    const angle = ((Math.round(directionOf(last, next.value) * 10) / 10) % 360) + 0
    return {
      at: next.value,
      length: !typesAngle.value && typed.value ? `${typed.value}|` : lengthWords(length),
      angle: `${typesAngle.value ? `${typed.value}|` : angle}°`,
    }
  })

  function untype(): void {
    typed.value = ''
    typesAngle.value = false
  }
  /** Puts the next corner. Gives whether that has closed what is drawn. */
  function put(): boolean {
    if (!next.value) return false
    if (closes.value) return true
    const last = run.value.at(-1)
    if (last && isSameSpot(last, next.value)) return false
    run.value = [...run.value, next.value]
    untype()
    heldAngle.value = undefined
    return false
  }
  const takeBack = () => (run.value = run.value.slice(0, -1))
  /** Begins to type an angle, or holds the one that was typed. */
  function turnTyping(): void {
    if (typesAngle.value) return holdAngle()
    typesAngle.value = true
    typed.value = ''
  }
  function holdAngle(): void {
    heldAngle.value = calculated(typed.value) ?? heldAngle.value
    untype()
  }
  /** Takes a letter of a number, where one has been begun or can be. */
  function type(letter: string): boolean {
    if (run.value.length === 0) return false
    const goesOn = typed.value !== '' && !typesAngle.value && GOES_ON.test(letter)
    if (!goesOn && !TYPED.test(letter)) return false
    typed.value += letter.replace(',', '.')
    return true
  }
  const untypeLast = () => (typed.value = typed.value.slice(0, -1))
  function clear(): void {
    run.value = []
    untype()
    heldAngle.value = undefined
  }
  return { run, pointer, free, typed, typesAngle, next, closes, measure, put, takeBack, turnTyping, holdAngle, type, untypeLast, clear } // prettier-ignore
}
