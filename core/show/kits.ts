import type { Rule, Show, Zone } from './types'

/** The rules that a zone has from its kit, as they hold there: a field of its overrides replaces the kit's. None without a kit. */
export function kitRulesOf({ kits }: Show, zone: Zone): Rule[] {
  if (zone.kit === undefined) return []
  const kit = kits.find(({ id }) => id === zone.kit)
  return (kit?.rules ?? []).map((rule) => ({ ...rule, ...zone.overrides?.[rule.id] }))
}

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
