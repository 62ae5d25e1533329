import { decidesForOthers } from '../engine'
import { namedRulesAt, references, type Rule, type Show, type Zone } from '../show'

/**
 * A show with only what bears on when some rules fire: these, by their names in the log, and every rule whose cue does more than is seen
 * and heard. They have the same moments in it as in the whole show, with the same luck, for a part of the work.
 */
export function narrowed(show: Show, names: ReadonlySet<string>): Show {
  // What a zone's own things do hangs on its kit.
  if (show.kits.some(({ parts }) => parts.length > 0)) return show
  const deciding = new Set(show.cues.filter((cue) => cue.steps.some(decidesForOthers)).map(({ id }) => id))
  const bears = (rule: Rule): boolean => names.has(rule.id) || deciding.has(rule.cue)
  const named = new Set(references(show).flatMap(({ to, id }) => (to === 'zones' ? [id] : [])))
  const zones = show.zones.flatMap((zone): Zone[] => {
    const rules = namedRulesAt(show, zone).filter(bears)
    if (rules.length === 0 && !named.has(zone.id)) return []
    return [{ ...zone, kit: undefined, overrides: undefined, rules }]
  })
  return { ...show, zones, rules: show.rules.filter(bears) }
}
