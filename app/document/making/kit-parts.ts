import { withId, itemAt } from '~~/core/base'
import {
  cueAt,
  freeId,
  freeName,
  nextId,
  nextName,
  kitOf,
  kitRulesOf,
  listOf,
  listOfPart,
  LISTS,
  namesParts,
  PART_KINDS,
  partIn,
  references,
  ruleIds,
  type Editor,
  type Kit,
  type KitPart,
  type PartKind,
  type Point,
  type Reference,
  type Shape,
  type Show,
  type Spot,
  type Zone,
} from '~~/core/show'
import { middleOf, solidOf } from '~~/core/space'
import { placedPoint, placedShape, shiftedBy, turnedAbout, type Placement } from './placement'

/** Where a zone is: the spot from which its copies are counted. */
export function spotOf(zone: Zone): Spot {
  const [x, , z] = middleOf(solidOf(zone.shape))
  return [x, z]
}

/** Where in the document the things of a kind of part are listed. */
const addressOf = (is: PartKind): string[] => [...LISTS[listOfPart(is)]]
/** Of these a copy is made for each zone; sounds and pools serve all. */
const COPIED = new Set<PartKind>(['light', 'prop', 'mark', 'flag', 'zone'])
type Thing = {
  id: string
  name: string
  at?: Point
  yaw?: number
  shape?: Shape
  tiedTo?: { prop?: string; player?: true }
  rules?: unknown[]
}
/** The things among which a kind of part is found. */
const thingsFor = (show: Show, is: PartKind): readonly Thing[] => listOf(show, listOfPart(is))
/** What fills a part. @throws Error if there is no such thing */
const fillingOf = (show: Show, is: PartKind, id: string): Thing => withId(thingsFor(show, is), id)

/** Adds a copy of what fills a part, put elsewhere; gives its id. */
function copyOf(edit: Editor, is: PartKind, id: string, placement: Placement): string {
  if (!COPIED.has(is)) return id
  const list = thingsFor(edit.show, is)
  const thing = withId(list, id)
  const taken = list.map((each) => each.id)
  const name = nextName(
    thing.name,
    list.map((each) => each.name),
  )
  edit.addFound(addressOf(is), {
    ...thing,
    id: nextId(id, taken),
    name,
    ...(thing.at && { at: placedPoint(thing.at, placement) }),
    ...(thing.yaw !== undefined && { yaw: thing.yaw + placement.turn }),
    ...(thing.shape && { shape: placedShape(thing.shape, placement), rules: [] }),
  })
  return thingsFor(edit.show, is).at(-1)!.id
}

/** What a zone has for a part of its kit. @throws Error if it has nothing */
function partOf({ name, parts }: Zone, part: string): string {
  const id = parts?.[part]
  if (id === undefined) throw new Error(`${name} has nothing for the part "${part}"`)
  return id
}

/** Copies of everything that a zone fills the parts of its kit with, for another: the zone itself is there the other. What is tied to one of its props is tied to the copy of that. */
function copiesFor(
  edit: Editor,
  kit: Kit,
  zone: Zone,
  other: string,
  placement: Placement,
): { [part: string]: string } {
  const filled: { [part: string]: string } = {}
  const moved = new Map<string, string>()
  for (const { id, is } of kit.parts) {
    const own = partOf(zone, id)
    const made = is === 'zone' && own === zone.id ? other : copyOf(edit, is, own, placement)
    filled[id] = made
    moved.set(own, made)
  }
  for (const { id, is } of kit.parts) {
    if (is !== 'light' && is !== 'zone') continue
    const made = filled[id] ?? ''
    const address = [...addressOf(is), made]
    const { tiedTo } = fillingOf(edit.show, is, made)
    const prop = tiedTo?.prop !== undefined ? moved.get(tiedTo.prop) : undefined
    if (prop !== undefined) edit.setFound([...address, 'tiedTo'], { prop })
  }
  return filled
}

/** A zone again at other places, each with things of its own for the parts of its kit, wired as it is. Gives the ids of the zones. */
export function stamp(edit: Editor, id: string, placements: readonly Placement[]): string[] {
  return placements.map((placement) => {
    const { show } = edit
    const zone = withId(show.zones, id)
    const kit = kitOf(show, zone)
    const taken = ruleIds(show)
    const rules = zone.rules.map((rule) => {
      const copy = { ...rule, id: freeId(rule.id, taken) }
      taken.push(copy.id)
      return copy
    })
    const name = nextName(
      zone.name,
      edit.show.zones.map((each) => each.name),
    )
    const made = nextId(
      id,
      edit.show.zones.map((each) => each.id),
    )
    const { tiedTo } = zone
    const tie = tiedTo && kit?.parts.find((part) => zone.parts?.[part.id] === tiedTo.prop)
    // A zone that goes with its prop is drawn in that prop's frame.
    edit.add(['zones'], {
      ...zone,
      id: made,
      name,
      rules,
      shape: tie ? zone.shape : placedShape(zone.shape, placement),
    })
    if (kit && kit.parts.length > 0) {
      const parts = copiesFor(edit, kit, zone, made, placement)
      edit.set(['zones', made, 'parts'], parts)
      if (tie) edit.set(['zones', made, 'tiedTo'], { prop: parts[tie.id] ?? '' })
    }
    return made
  })
}

/** Places along a line: so many, the last at its end. */
export const alongLine = (from: Spot, to: Spot, count: number): Placement[] =>
  Array.from({ length: count }, (_, i) => {
    const share = (i + 1) / count
    return shiftedBy((to[0] - from[0]) * share, (to[1] - from[1]) * share)
  })
/** Places around a spot: so many beside the one there is, evenly, each turned with its place. */
export const around = (middle: Spot, count: number): Placement[] =>
  Array.from({ length: count }, (_, i) => turnedAbout(middle, (360 * (i + 1)) / (count + 1)))

/** The cues that only rules of a kit fire: in them its parts may stand. */
export function cuesOfKit(show: Show, kit: Kit): Set<string> {
  const own = new Set(kit.rules.map(({ cue }) => cue))
  for (const zone of show.zones)
    if (zone.kit === kit.id)
      for (const { cue } of Object.values(zone.overrides ?? {})) if (cue !== undefined) own.add(cue)
  const others = [
    ...show.rules,
    ...show.zones.flatMap(({ rules }) => rules),
    ...show.kits.filter(({ id }) => id !== kit.id).flatMap(({ rules }) => rules),
  ]
  for (const { cue } of others) own.delete(cue)
  return own
}

/** Whether a reference stands in a rule of a kit, or in a cue that only its rules fire. */
function standsIn(show: Show, kit: Kit): (reference: Reference) => boolean {
  const cues = cuesOfKit(show, kit)
  return ({ keys: [list, index] }) =>
    (list === 'kits' && itemAt(show.kits, index).id === kit.id) ||
    (list === 'cues' && cues.has(itemAt(show.cues, index).id))
}

/** What a kit's rules and cues name at one of its zones, that could be each zone's own instead. */
export function ownable(show: Show, kit: Kit): { is: PartKind; id: string; name: string }[] {
  const found = new Map<string, { is: PartKind; id: string; name: string }>()
  for (const { to, id } of references(show).filter(standsIn(show, kit))) {
    const is = PART_KINDS.find((kind) => listOfPart(kind) === to)
    if (!is || partIn(id) !== undefined) continue
    const thing = thingsFor(show, is).find((each) => each.id === id)
    if (thing) found.set(`${to}/${id}`, { is, id, name: thing.name })
  }
  return [...found.values()]
}

/** Gives rules of a zone to its kit, or to a new one, which the zone then has; gives its id. */
function shareRules(edit: Editor, zoneId: string, rules: readonly string[], name: string): string {
  const { show } = edit
  const zone = withId(show.zones, zoneId)
  const shared = zone.rules.filter(({ id }) => rules.includes(id))
  if (zone.kit !== undefined) {
    for (const rule of shared) {
      edit.remove(['zones', zoneId, 'rules', rule.id])
      edit.add(['kits', zone.kit, 'rules'], rule)
    }
    return zone.kit
  }
  const kit: Kit = {
    id: freeId(
      `${zoneId}-kit`,
      show.kits.map(({ id }) => id),
    ),
    name: nextName(
      name,
      show.kits.map((each) => each.name),
    ),
    rules: shared,
    parts: [],
  }
  for (const { id } of shared) edit.remove(['zones', zoneId, 'rules', id])
  edit.add(['kits'], kit)
  edit.set(['zones', zoneId, 'kit'], kit.id)
  return kit.id
}
/** What each zone of a kit is to have for itself, if it is copied: lamps, doors, marks, flags. Sounds serve all. */
const OF_EACH = new Set<PartKind>(['light', 'prop', 'mark', 'flag'])
/** So far from a zone a thing still stands at it (m). */
const AT_IT = 3

/** Whether something that a kit names is a zone's own: the zone itself, what stands at it, a flag that nothing else knows. */
function isOfZone(show: Show, kit: Kit, zone: Zone, is: PartKind, id: string): boolean {
  if (is === 'zone') return id === zone.id
  if (!OF_EACH.has(is)) return false
  if (is === 'flag') {
    const ofKit = standsIn(show, kit)
    return references(show).every((use) => use.to !== 'flags' || use.id !== id || ofKit(use))
  }
  const { at = [0, 0, 0] } = fillingOf(show, is, id)
  const [x0, , z0, x1, , z1] = solidOf(zone.shape).bounds
  const [ox, , oz] = show.place.props.find((prop) => prop.id === zone.tiedTo?.prop)?.at ?? [0, 0, 0]
  const [x, z] = [at[0] - ox, at[2] - oz]
  return x >= x0 - AT_IT && x <= x1 + AT_IT && z >= z0 - AT_IT && z <= z1 + AT_IT
}
/** What a kit names of a zone's own that each other zone of the kit would share with it. */
export const leftAt = (show: Show, kit: Kit, zone: Zone): { is: PartKind; id: string; name: string }[] =>
  ownable(show, kit).filter(({ is, id }) => isOfZone(show, kit, zone, is, id))

/** Shares rules of a zone by its kit, or by a new one. What they name becomes parts: all of it but what serves all; `atIt`: what stands at the zone alone. */
export function shareWithParts(
  edit: Editor,
  zoneId: string,
  rules: readonly string[],
  name: string,
  atIt = false,
): string {
  const kitId = shareRules(edit, zoneId, rules, name)
  const kit = withId(edit.show.kits, kitId)
  const zone = withId(edit.show.zones, zoneId)
  const own = ownable(edit.show, kit).filter(
    ({ is, id }) => (!atIt && OF_EACH.has(is)) || isOfZone(edit.show, kit, zone, is, id),
  )
  for (const { is, id } of own) makePart(edit, kitId, zoneId, is, id)
  return kitId
}

/** Makes something that a kit names a part of it: the zone keeps it, every other zone of the kit gets a copy, as far from it as the one is from its zone. */
export function makePart(edit: Editor, kitId: string, zoneId: string, is: PartKind, id: string): KitPart {
  const kit = withId(edit.show.kits, kitId)
  const zone = withId(edit.show.zones, zoneId)
  const isItself = is === 'zone' && id === zoneId
  const thing = fillingOf(edit.show, is, id)
  const name = isItself ? 'zone' : thing.name
  const part: KitPart = {
    id: freeId(
      name,
      kit.parts.map((each) => each.id),
    ),
    name: name.replace(/ \d+$/, ''),
    is,
  }
  const uses = references(edit.show)
    .filter(standsIn(edit.show, kit))
    .filter((use) => use.to === listOfPart(is) && use.id === id)
  for (const { keys } of uses) edit.setFound(keys, `part:${part.id}`)
  edit.add(['kits', kitId, 'parts'], part)
  const [x, z] = spotOf(zone)
  for (const other of edit.show.zones.filter((each) => each.kit === kitId)) {
    const [ox, oz] = spotOf(other)
    const filled = other.id === zoneId ? id : isItself ? other.id : copyOf(edit, is, id, shiftedBy(ox - x, oz - z))
    edit.set(['zones', other.id, 'parts'], { ...other.parts, [part.id]: filled })
  }
  return part
}

/** Takes a part from a kit again: what names it names what one zone has for it. */
export function removePart(edit: Editor, kitId: string, zone: Zone, partId: string): void {
  const kit = withId(edit.show.kits, kitId)
  const { is } = withId(kit.parts, partId)
  const ofKit = standsIn(edit.show, kit)
  for (const use of references(edit.show).filter(({ id }) => partIn(id) === partId)) {
    const [list, index] = use.keys
    const inOverride = list === 'zones' && itemAt(edit.show.zones, index).kit === kitId
    if ((inOverride || ofKit(use)) && use.to === listOfPart(is)) edit.setFound(use.keys, partOf(zone, partId))
  }
  for (const other of edit.show.zones.filter((each) => each.kit === kitId)) {
    const { [partId]: _, ...parts } = other.parts ?? {}
    edit.set(['zones', other.id, 'parts'], Object.keys(parts).length > 0 ? parts : undefined)
  }
  edit.remove(['kits', kitId, 'parts', partId])
}

/** Gives a zone the rules of its kit for itself, and cues of its own where they name parts. */
export function makeOwn(edit: Editor, zoneId: string): void {
  const { show } = edit
  const zone = withId(show.zones, zoneId)
  const taken = ruleIds(show)
  const made = new Map<string, string>()
  const stepIds = new Set(show.cues.flatMap(({ steps }) => steps.map(({ id }) => id)))
  const rules = kitRulesOf(show, zone).map((rule) => {
    const id = freeId(`${zoneId}-${rule.id}`, taken)
    taken.push(id)
    const cue = withId(show.cues, rule.cue)
    if (!namesParts(cue)) return { ...rule, id }
    if (!made.has(cue.id)) {
      const name = freeName(
        `${cue.name}, ${zone.name}`,
        edit.show.cues.map((each) => each.name),
      )
      const own = freeId(
        name,
        edit.show.cues.map((each) => each.id),
      )
      const steps = cueAt(show, cue.id, zone)!.steps.map((step) => {
        const stepId = nextId(step.id, stepIds)
        stepIds.add(stepId)
        return { ...step, id: stepId }
      })
      edit.add(['cues'], { ...cue, id: own, name, steps })
      made.set(cue.id, own)
    }
    return { ...rule, id, cue: made.get(cue.id)! }
  })
  for (const field of ['overrides', 'parts', 'kit'] as const) edit.set(['zones', zoneId, field], undefined)
  for (const rule of rules) edit.add(['zones', zoneId, 'rules'], rule)
}

/** Has a zone share the rules of a kit, with copies of what another of its zones fills the parts with. @throws Error where no zone does */
export function takeKit(edit: Editor, zoneId: string, kitId: string | undefined): void {
  for (const field of ['overrides', 'parts'] as const) edit.set(['zones', zoneId, field], undefined)
  const kit = edit.show.kits.find(({ id }) => id === kitId)
  if (kit && kit.parts.length > 0) {
    const like = edit.show.zones.find((zone) => zone.kit === kitId && zone.id !== zoneId)
    if (!like)
      throw new Error(`No zone has the kit ${kit.name}, so nothing is known that could be its ${kit.parts[0]!.name}.`)
    const zone = withId(edit.show.zones, zoneId)
    const [[x, z], [lx, lz]] = [spotOf(zone), spotOf(like)]
    edit.set(['zones', zoneId, 'parts'], copiesFor(edit, kit, like, zoneId, shiftedBy(x - lx, z - lz)))
  }
  edit.set(['zones', zoneId, 'kit'], kitId)
}
