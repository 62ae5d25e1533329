import { namedRulesAt, type Rule, type Show, type Zone } from '~~/core/show'

/** A rule that fires a cue, and the zone it belongs to, if it does. */
export interface Firer {
  zone: Zone | undefined
  rule: Rule
}

/** The rules that fire a cue, those of zones before those without one. */
export function firersOf(show: Show, cue: string): Firer[] {
  const ofZones = show.zones.flatMap((zone) =>
    namedRulesAt(show, zone)
      .filter((rule) => rule.cue === cue)
      .map((rule): Firer => ({ zone, rule })),
  )
  return [...ofZones, ...show.rules.filter((rule) => rule.cue === cue).map((rule) => ({ zone: undefined, rule }))]
}

/** The cues that some rule fires. */
export const firedCues = (show: Show): Set<string> =>
  new Set([...show.zones.flatMap((zone) => namedRulesAt(show, zone)), ...show.rules].map(({ cue }) => cue))
