import { defineStore } from 'pinia'
import { computed, ref, watch } from 'vue'
import { useShow } from './show'

export type Chosen = { kind: 'zone' | 'walk' | 'cue'; id: string }

/** What is chosen: the same in score, plan and desk. */
export const useSelection = defineStore('selection', () => {
  const document = useShow()
  const chosen = ref<Chosen>()
  /** The point of the chosen walk that is held. */
  const point = ref<number>()
  const choose = (kind: Chosen['kind'], id: string) => {
    if (chosen.value?.kind !== kind || chosen.value.id !== id) point.value = undefined
    chosen.value = { kind, id }
  }
  const clear = () => {
    chosen.value = undefined
    point.value = undefined
  }
  const zone = computed(() =>
    chosen.value?.kind === 'zone' ? document.show?.zones.find((z) => z.id === chosen.value!.id) : undefined,
  )
  const walk = computed(() =>
    chosen.value?.kind === 'walk' ? document.show?.walks.find((w) => w.id === chosen.value!.id) : undefined,
  )
  const cue = computed(() =>
    chosen.value?.kind === 'cue' ? document.show?.cues.find((c) => c.id === chosen.value!.id) : undefined,
  )
  watch([() => document.show, chosen], () => {
    if (document.show && chosen.value && !zone.value && !walk.value && !cue.value) clear()
  })
  return { chosen, point, zone, walk, cue, choose, clear }
})
