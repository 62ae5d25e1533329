import type { Override, Rule, Show, Zone } from './format/types'
import { kitOf } from './references/parts'

/** What is taken out of a show for a run: ids of zones, cues, props and lights. */
export interface Pieces {
  zones: readonly string[]
  cues: readonly string[]
  props: readonly string[]
  lights: readonly string[]
}

/**
 * A show as it is run without some of its pieces: these zones fire nothing, nothing fires these cues, these props aren't there and these
 * lights aren't lit. Whatever names them still finds them, and all ids are as they were.
 */
export function withoutPieces(show: Show, { zones, cues, props, lights }: Pieces): Show {
  const [noZones, noCues, noProps, noLights] = [zones, cues, props, lights].map((ids) => new Set(ids))
  const silenced = (rules: readonly Rule[], all: boolean): Rule[] =>
    rules.map((rule) => (all || noCues.has(rule.cue) ? { ...rule, enabled: false } : rule))
  const zoned = (zone: Zone): Zone => {
    const isOut = noZones.has(zone.id)
    const ofKit = kitOf(show, zone)?.rules ?? []
    const overrides = ofKit.flatMap((rule): [string, Override][] => {
      const own = zone.overrides?.[rule.id]
      return isOut || noCues.has(own?.cue ?? rule.cue) ? [[rule.id, { ...own, enabled: false }]] : []
    })
    const rules = silenced(zone.rules, isOut)
    return overrides.length > 0
      ? { ...zone, rules, overrides: { ...zone.overrides, ...Object.fromEntries(overrides) } }
      : { ...zone, rules }
  }
  const { place } = show
  const emptied = {
    ...place,
    props: place.props.map((prop) => (noProps.has(prop.id) ? { ...prop, shown: false, solid: false } : prop)),
    lights: place.lights.map((light) => (noLights.has(light.id) ? { ...light, on: false, candela: 0 } : light)),
  }
  return {
    ...show,
    zones: show.zones.map(zoned),
    rules: silenced(show.rules, false),
    // What is known of a place, how things fly in it, is known of the same one.
    place: props.length + lights.length > 0 ? emptied : place,
  }
}
