import { kitOf, ownCueName, ownCues, ruleWithParts, type OwnCue } from './parts'
import type { Cue, Override, Rule, Show, Zone } from '../format/types'

/** The rules that a zone has from its kit, as they hold there: a field of its overrides replaces the kit's, its own things stand for parts. None without a kit. */
export function kitRulesOf(show: Show, zone: Zone): Rule[] {
  const kit = kitOf(show, zone)
  return (kit?.rules ?? []).map((rule) => ruleWithParts(overridden(rule, zone.overrides?.[rule.id]), zone.parts))
}
/** A rule with what a zone has otherwise; null takes a limit or a cooldown away. */
function overridden(rule: Rule, override: Override | undefined): Rule {
  if (!override) return { ...rule }
  const { limit, cooldown, ...others } = { ...rule, ...override }
  return { ...others, ...(limit && { limit }), ...(cooldown && { cooldown }) }
}

/** The cues that zones of kits with parts play as their own, by what `ownCueName` calls them. */
export const ownCuesOf = (show: Show): ReadonlyMap<string, OwnCue> =>
  ownCues(show, (zone) => kitRulesOf(show, zone).map(({ cue }) => cue))

/** A cue as a zone plays it that fires it by its kit. */
export const cueAt = (show: Show, cue: string, zone: Zone): Cue | undefined =>
  ownCuesOf(show).get(ownCueName(cue, zone.id))?.cue ?? show.cues.find(({ id }) => id === cue)

/** The name that a kit's rule has in logs, luck and evidence, as one of its zones has it. */
export const nameOfKitRule = (zone: Zone, rule: Rule): string => `${zone.id}/${rule.id}`

/** All rules of a zone as they hold there: those of its kit, with its exceptions, then its own. */
export const rulesAt = (show: Show, zone: Zone): Rule[] => [...kitRulesOf(show, zone), ...zone.rules]

/** The same, each under the name that it has in the log. */
export const namedRulesAt = (show: Show, zone: Zone): Rule[] => [
  ...kitRulesOf(show, zone).map((rule) => ({ ...rule, id: nameOfKitRule(zone, rule) })),
  ...zone.rules,
]

/** The ids of all rules of a show, whosever they are: no other rule may have one of them. */
export const ruleIds = ({ zones, kits, rules }: Show): string[] =>
  [...zones.flatMap((zone) => zone.rules), ...kits.flatMap((kit) => kit.rules), ...rules].map((rule) => rule.id)
