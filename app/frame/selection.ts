import { defineStore } from 'pinia'
import { computed, ref, watch } from 'vue'
import { useShow } from '~/document/show'

export type Chosen = { kind: 'zone' | 'walk' | 'cue'; id: string }

/** What is chosen: the same in score, plan and desk. */
export const useSelection = defineStore('selection', () => {
  const doc = useShow()
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
    chosen.value?.kind === 'zone' ? doc.show?.zones.find((z) => z.id === chosen.value!.id) : undefined,
  )
  const walk = computed(() =>
    chosen.value?.kind === 'walk' ? doc.show?.walks.find((w) => w.id === chosen.value!.id) : undefined,
  )
  const cue = computed(() =>
    chosen.value?.kind === 'cue' ? doc.show?.cues.find((c) => c.id === chosen.value!.id) : undefined,
  )
  watch([() => doc.show, chosen], () => {
    if (doc.show && chosen.value && !zone.value && !walk.value && !cue.value) clear()
  })
  return { chosen, point, zone, walk, cue, choose, clear }
})
