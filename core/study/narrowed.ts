import { decidesForOthers } from '../engine'
import { kitRulesOf, namedRulesAt, nameOfKitRule, references, type Kit, type Rule, type Show, type Zone } from '../show'

/**
 * A show with only what bears on when some rules fire: these, by their names in the log, and every rule whose cue does more than is seen
 * and heard. They have the same moments in it as in the whole show, with the same luck, for a part of the work.
 */
export function narrowed(show: Show, names: ReadonlySet<string>): Show {
  const deciding = new Set(show.cues.filter((cue) => cue.steps.some(decidesForOthers)).map(({ id }) => id))
  const bears = (rule: Rule): boolean => names.has(rule.id) || deciding.has(rule.cue)
  const named = new Set(references(show).flatMap(({ to, id }) => (to === 'zones' ? [id] : [])))
  const kits = show.kits.map((kit) => withRulesThat(bears, show, kit))
  const zones = show.zones.flatMap((zone): Zone[] => {
    const kit = kits.find(({ id, parts }) => id === zone.kit && parts.length > 0)
    if (kit) {
      // What its own things do hangs on its kit, so it keeps that.
      const own = zone.rules.filter(bears)
      return own.length + kit.rules.length === 0 && !named.has(zone.id) ? [] : [{ ...zone, rules: own }]
    }
    const rules = namedRulesAt(show, zone).filter(bears)
    if (rules.length === 0 && !named.has(zone.id)) return []
    return [{ ...zone, kit: undefined, overrides: undefined, rules }]
  })
  return { ...show, kits, zones, rules: show.rules.filter(bears) }
}

/** A kit with only those rules that bear on it at one of its zones. */
function withRulesThat(bears: (rule: Rule) => boolean, show: Show, kit: Kit): Kit {
  const bearing = new Set(
    show.zones.flatMap((zone) =>
      zone.kit === kit.id
        ? kitRulesOf(show, zone).flatMap((rule) => (bears({ ...rule, id: nameOfKitRule(zone, rule) }) ? [rule.id] : []))
        : [],
    ),
  )
  return { ...kit, rules: kit.rules.filter(({ id }) => bearing.has(id)) }
}
