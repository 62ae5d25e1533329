import { computed, reactive } from 'vue'
import type { Lane } from '~~/core/score'
import type { Show, Zone } from '~~/core/show'
import { sensesOf } from '~/words/senses'
import type { Sense } from '~/words/step-kinds'

/** What a lane must be for the score to show it; what isn't said doesn't matter. */
export interface LaneFilter {
  sense?: Sense
  kit?: string
  tag?: string
  did?: 'fired' | 'held' | 'neither' | 'unmet'
}
export const laneFilter = reactive<LaneFilter>({})
export const isFiltered = computed(() => Object.values(laneFilter).some((value) => value !== undefined))
export const showAllLanes = (): void => {
  laneFilter.sense = laneFilter.kit = laneFilter.tag = laneFilter.did = undefined
}

const DID: { [did in NonNullable<LaneFilter['did']>]: (lane: Lane) => boolean } = {
  fired: ({ fired }) => fired.length > 0,
  held: ({ held }) => held.length > 0,
  neither: ({ met, fired, held }) => met !== undefined && fired.length === 0 && held.length === 0,
  unmet: ({ met, zone }) => met === undefined && zone !== '',
}

/** The lanes that a filter lets through. */
export function lanesThrough(show: Show, lanes: readonly Lane[], { sense, kit, tag, did }: LaneFilter): Lane[] {
  const zones = new Map<string, Zone>(show.zones.map((zone) => [zone.id, zone]))
  return lanes.filter((lane) => {
    if (did !== undefined && !DID[did](lane)) return false
    if (sense === undefined && kit === undefined && tag === undefined) return true
    const zone = zones.get(lane.zone)
    if (!zone) return false
    return (
      (kit === undefined || zone.kit === kit) &&
      (tag === undefined || zone.tags.includes(tag)) &&
      (sense === undefined || sensesOf(show, zone).includes(sense))
    )
  })
}
