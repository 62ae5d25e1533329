import { watchThrottled } from '@vueuse/core'
import { computed, ref, shallowRef, type Ref } from 'vue'
import type { Cue, Pool, ScatterStep, Range } from '~~/core/show'
import type { Drop, Sprinkled } from '~~/core/sound'
import { useShow } from '~/document/show'
import { looking } from './looking'

export type Draw = Pick<Drop, 'sound' | 'gain' | 'pitch'>
export const MINUTE = 60
const DRAWS = 10
/** How often it is sprinkled anew while a hand drags (ms). */
const FOLLOWS = 60

/** What a pool draws: ten in a row, and a minute of the scatter that sprinkles it, as the engine draws them. */
export function usePoolDraws(pool: Ref<Pool | undefined>) {
  const doc = useShow()
  const seed = ref(1)
  const draws = shallowRef<Draw[]>([])
  const minute = shallowRef<{ drops: Drop[]; counted: Sprinkled }>()
  /** The scatter that sprinkles it first. */
  const scatter = computed((): { cue: Cue; step: ScatterStep } | undefined => {
    for (const cue of doc.show?.cues ?? [])
      for (const step of cue.steps) if (step.kind === 'scatter' && step.pool === pool.value?.id) return { cue, step }
    return undefined
  })

  let asked = 0
  async function draw(): Promise<void> {
    const { show } = doc
    const now = pool.value
    if (!show || !now) {
      draws.value = []
      minute.value = undefined
      return
    }
    const mine = ++asked
    // The parts of the document that are asked about, without what watches them.
    const own = new Set(now.sounds.map(({ sound }) => sound))
    const plain = JSON.parse(
      JSON.stringify({
        sounds: show.sounds.filter(({ id }) => own.has(id)),
        pools: [now],
        player: show.player,
        buses: show.buses,
        step: scatter.value?.step ?? null,
      }),
    )
    const eachSecond: Range = [1, 1]
    const ten = { pool: now.id, every: eachSecond, most: 1000 }
    const { drops } = await looking().sprinkle(plain, ten, DRAWS + 0.5, seed.value)
    const { every, first, where, most, gain, pitch } = plain.step ?? {}
    const sprinkled = every
      ? await looking().sprinkle(plain, { pool: now.id, every, first, where, most, gain, pitch }, MINUTE, seed.value)
      : undefined
    if (mine !== asked) return
    draws.value = drops.slice(0, DRAWS)
    minute.value = sprinkled
  }
  watchThrottled([pool, scatter, seed, () => doc.show?.sounds], draw, {
    throttle: FOLLOWS,
    trailing: true,
    immediate: true,
  })
  const again = () => void seed.value++
  return { draws, minute, scatter, again }
}
