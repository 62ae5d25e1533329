import { nameOfKitRule, type Editor, type Kit, type Rule, type Zone } from '~~/core/show'

/** A rule as it is seen at the desk of a zone: its own, or one that the zone has from a kit. */
export interface RuleHere {
  zone: Zone
  rule: Rule
  /** The kit that the rule is of. */
  kit?: Kit
  /** What is changed of a kit's rule is changed for this zone only. */
  here?: boolean
}

/** The name a rule has in logs and evidence. */
export const loggedName = ({ zone, rule, kit }: RuleHere): string => (kit ? nameOfKitRule(zone, rule) : rule.id)

/** What an edit of a rule is called after: the zone it concerns, or the kit. */
export const placeOfRule = ({ zone, kit, here }: RuleHere): string => (kit && !here ? `the kit ${kit.name}` : zone.name)

const TAKEN_AWAY = new Set<keyof Rule>(['limit', 'cooldown'])
const inKit = (kit: Kit, { id }: Rule): Rule | undefined => kit.rules.find((rule) => rule.id === id)

/** Changes a field of a rule where it belongs; undefined takes it away, from an exception so that the kit's holds again. */
export function putIn({ zone, rule, kit, here }: RuleHere, edit: Editor, field: keyof Rule, value: unknown): void {
  if (!kit) edit.set(['zones', zone.id, 'rules', rule.id, field], value)
  else if (!here) edit.set(['kits', kit.id, 'rules', rule.id, field], value)
  else {
    const { [field]: _, ...others } = zone.overrides?.[rule.id] ?? {}
    // What the kit has and the zone is not to have is taken away by null; anything else that isn't said is as in the kit.
    const takesAway = value === undefined && TAKEN_AWAY.has(field) && inKit(kit, rule)?.[field] !== undefined
    const exception = takesAway
      ? { ...others, [field]: null }
      : value === undefined
        ? others
        : { ...others, [field]: value }
    edit.set(['zones', zone.id, 'overrides'], { ...zone.overrides, [rule.id]: exception })
  }
}
