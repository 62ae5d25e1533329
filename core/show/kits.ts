import type { Rule, Show, Zone } from './types'

/** The rules that a zone has from its kit, as they hold there: a field of its overrides replaces the kit's. None without a kit. */
export function kitRulesOf({ kits }: Show, zone: Zone): Rule[] {
  if (zone.kit === undefined) return []
  const kit = kits.find(({ id }) => id === zone.kit)
  return (kit?.rules ?? []).map((rule) => ({ ...rule, ...zone.overrides?.[rule.id] }))
}
