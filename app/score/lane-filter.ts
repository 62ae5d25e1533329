import { computed, reactive } from 'vue'
import type { Lane } from '~~/core/score'
import type { Show, Zone } from '~~/core/show'
import { bentOf, sensesOf } from '~/words/senses'
import type { Sense } from '~/words/step-kinds'

/** What a lane must be for the score to show it; what isn't said doesn't matter. */
export interface LaneFilter {
  sense?: Sense
  kit?: string
  tag?: string
  did?: 'fired' | 'held' | 'neither' | 'unmet'
  /** Only those that startle. */
  scares?: true
}
export const laneFilter = reactive<LaneFilter>({})
export const isFiltered = computed(() => Object.values(laneFilter).some((value) => value !== undefined))
export const showAllLanes = (): void => {
  laneFilter.sense = laneFilter.kit = laneFilter.tag = laneFilter.did = laneFilter.scares = undefined
}

const DID: { [did in NonNullable<LaneFilter['did']>]: (lane: Lane) => boolean } = {
  fired: ({ fired }) => fired.length > 0,
  held: ({ held }) => held.length > 0,
  neither: ({ met, fired, held }) => met !== undefined && fired.length === 0 && held.length === 0,
  unmet: ({ met, zone }) => met === undefined && zone !== '',
}

/** The lanes with those first whose zones have beds, otherwise as they are. */
export function bedsFirst(show: Show, lanes: readonly Lane[]): Lane[] {
  const zones = new Map<string, Zone>(show.zones.map((zone) => [zone.id, zone]))
  const isBed = ({ zone }: Lane) => {
    const found = zones.get(zone)
    return found !== undefined && bentOf(show, found) === 'bed'
  }
  return [...lanes.filter(isBed), ...lanes.filter((lane) => !isBed(lane))]
}

/** The lanes that a filter lets through. */
export function lanesThrough(show: Show, lanes: readonly Lane[], { sense, kit, tag, did, scares }: LaneFilter): Lane[] {
  const zones = new Map<string, Zone>(show.zones.map((zone) => [zone.id, zone]))
  return lanes.filter((lane) => {
    if (did !== undefined && !DID[did](lane)) return false
    if (sense === undefined && kit === undefined && tag === undefined && !scares) return true
    const zone = zones.get(lane.zone)
    if (!zone) return false
    return (
      (!scares || bentOf(show, zone) === 'scare') &&
      (kit === undefined || zone.kit === kit) &&
      (tag === undefined || zone.tags.includes(tag)) &&
      (sense === undefined || sensesOf(show, zone).includes(sense))
    )
  })
}
