import {
  isRecord,
  keysOfWay,
  kitOf,
  kitRulesOf,
  nameOfKitRule,
  type Editor,
  type Kit,
  type Rule,
  type Show,
  type Zone,
} from '~~/core/show'

/** A rule as it is seen at the desk of a zone: its own, or one that the zone has from a kit. */
export interface RuleHere {
  zone: Zone
  rule: Rule
  /** The kit that the rule is of. */
  kit?: Kit
  /** What is changed of a kit's rule is changed for this zone only. */
  here?: boolean
}

/** All rules of a zone: its own, and those of its kit as far as this zone has them otherwise. */
export const rulesHere = (show: Show, zone: Zone): RuleHere[] => [
  ...zone.rules.map((rule) => ({ zone, rule })),
  ...kitRulesOf(show, zone).map((rule) => ({ zone, rule, kit: kitOf(show, zone), here: true })),
]

/** The name a rule has in logs and evidence. */
export const loggedName = ({ zone, rule, kit }: RuleHere): string => (kit ? nameOfKitRule(zone, rule) : rule.id)

/** What an edit of a rule is called after: the zone it concerns, or the kit. */
export const placeOfRule = ({ zone, kit, here }: RuleHere): string => (kit && !here ? `the kit ${kit.name}` : zone.name)

const TAKEN_AWAY = new Set<keyof Rule>(['limit', 'cooldown'])
const inKit = (kit: Kit, { id }: Rule): Rule | undefined => kit.rules.find((rule) => rule.id === id)

/** Changes a field of a rule where it belongs; undefined takes it away, from an exception so that the kit's holds again. */
export function putIn<F extends keyof Rule>(
  { zone, rule, kit, here }: RuleHere,
  edit: Editor,
  field: F,
  value: Rule[F] | undefined,
): void {
  if (!kit) edit.setFound(['zones', zone.id, 'rules', rule.id, field], value)
  else if (!here) edit.setFound(['kits', kit.id, 'rules', rule.id, field], value)
  else {
    // As they are by now: in one edit several rules of a zone may be changed.
    const { overrides } = edit.show.zones.find(({ id }) => id === zone.id) ?? zone
    const { [field]: _, ...others } = overrides?.[rule.id] ?? {}
    // What the kit has and the zone is not to have is taken away by null; anything else that isn't said is as in the kit.
    const takesAway = value === undefined && TAKEN_AWAY.has(field) && inKit(kit, rule)?.[field] !== undefined
    const exception = takesAway
      ? { ...others, [field]: null }
      : value === undefined
        ? others
        : { ...others, [field]: value }
    edit.set(['zones', zone.id, 'overrides'], { ...overrides, [rule.id]: exception })
  }
}

/** The same with what a rule's parts put, wherever in a field they are kept. */
export const putInRule =
  (here: RuleHere, edit: Editor) =>
  (way: string, value: unknown): void => {
    const [field, ...below] = keysOfWay(way) as [keyof Rule, ...(string | number)[]]
    putIn(here, edit, field, replacedIn(here.rule[field], below, value) as Rule[typeof field])
  }
/** A value that is otherwise at one place; undefined takes away what stands there. */
function replacedIn(within: unknown, [key, ...below]: readonly (string | number)[], value: unknown): unknown {
  if (key === undefined) return value
  if (Array.isArray(within)) return within.with(Number(key), replacedIn(within[Number(key)], below, value))
  const { [key]: was, ...others } = isRecord(within) ? within : {}
  const now = replacedIn(was, below, value)
  return now === undefined ? others : { ...others, [key]: now }
}
