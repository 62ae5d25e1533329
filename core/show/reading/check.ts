import { memoFor } from '../../base'
import { pointerOf, ShowError } from '../format/errors'
import { LIMITS, partIn, type ListName, fieldIn } from '../format/fields'
import { cueAt, kitRulesOf } from '../references/kits'
import { kitOf, listOfPart } from '../references/parts'
import { listOf, references } from '../references/references'
import { BUSES, GROUPED } from '../format/table'
import type { Condition, Kit, Rule, Show } from '../format/types'
import { writtenBytes, writtenMore } from './written'

/**
 * What the table can't say of a complete show: how long it gets, that ids lead somewhere and values agree with each other.
 * `before`: the show that an edit has made it of.
 * @throws ShowError
 */
export function checkShow(show: Show, before?: Show): void {
  checkSize(show, before)
  if (!before || !namesTheSame(show, before)) checkNames(show)
  show.place.floors.forEach((floor, index) => {
    const [i, j] = floor.slopeTo?.edge ?? [0, 1]
    const n = floor.outline.length
    if (i >= n || j >= n || i === j)
      fail(
        ['place', 'floors', index, 'slopeTo', 'edge'],
        `must name two different corners of the outline, 0 to ${n - 1}`,
      )
  })
  show.walks.forEach((walk, w) => {
    let time = walk.start
    const isLate = (t: number, p: number) => {
      if (t > LIMITS.walkSeconds)
        fail(['walks', w, 'points', p], 'comes later than 8 hours: a walk may last 8 hours at most')
    }
    walk.points.forEach((point, p) => {
      const next = walk.points[p + 1]
      // The walk has not ended before its press.
      if (point.use) isLate(time + point.useAfter, p)
      time += point.pause
      if (next) time += Math.hypot(...next.at.map((v, i) => v - point.at[i])) / (point.pace ?? show.player.walk)
      isLate(time, p)
    })
  })
}

/** That what names something names what is there and fits it. */
function checkNames(show: Show): void {
  checkReferences(show)
  checkRules(show)
  checkParts(show)
  checkGroups(show)
  show.cues.forEach((cue, c) =>
    cue.steps.forEach((step, s) => {
      if (step.kind !== 'flag') return
      const why = unfit(show, step.flag, step.set ?? step.add ?? 0)
      if (why) fail(['cues', c, 'steps', s, step.set !== undefined ? 'set' : 'add'], why.slice(0, -1))
    }),
  )
}

/** Fields that name nothing and are asked for by no rule: where things are and how large. */
const FREE = new Set([
  'shape',
  'rim',
  'at',
  'yaw',
  'pitch',
  'size',
  'from',
  'to',
  'outline',
  'points',
  'y',
  'height',
  'thickness',
])

/** Whether an edit has only moved things: then all names lead where they led before. */
function namesTheSame(show: Show, before: Show): boolean {
  const { place, zones, walks, ...rest } = show
  const { place: placeBefore, zones: zonesBefore, walks: walksBefore, ...restBefore } = before
  return (
    haveSame(rest, restBefore) &&
    haveOnlyMoved(zones, zonesBefore) &&
    (walks === walksBefore || haveSameLooks(walks, walksBefore)) &&
    (place === placeBefore ||
      (['floors', 'walls', 'props', 'lights', 'marks'] as const).every((list) =>
        haveOnlyMoved(place[list], placeBefore[list]),
      ))
  )
}
const haveSame = (a: object, b: object): boolean =>
  Object.keys(a).length === Object.keys(b).length &&
  Object.entries(a).every(([key, value]) => value === fieldIn(b, key))

function haveOnlyMoved(now: readonly object[], before: readonly object[]): boolean {
  if (now === before) return true
  return (
    now.length === before.length &&
    now.every((item, i) => {
      const was = before[i]
      return (
        item === was ||
        (Object.keys(item).length === Object.keys(was).length &&
          Object.entries(item).every(([key, value]) => value === fieldIn(was, key) || FREE.has(key)))
      )
    })
  )
}
/** Points are given whole: what they look at must be the same. */
const haveSameLooks = (now: Show['walks'], before: Show['walks']): boolean =>
  haveOnlyMoved(now, before) &&
  now.every(
    (walk, w) =>
      walk === before[w] ||
      (walk.points.length === before[w].points.length &&
        walk.points.every((point, p) => point.look === before[w].points[p].look)),
  )

const bytesFor = memoFor<Show, number>()
/** How long a show is as a document: of one that an edit has made it is known from the one before. */
const bytesOf = (show: Show): number => bytesFor(show, [], () => writtenBytes(show))

/** A show must be short enough to be read again as it is written; one that is too long already may get shorter. */
function checkSize(show: Show, before: Show | undefined): void {
  const bytes = bytesFor(show, [], () => (before ? bytesOf(before) + writtenMore(show, before) : writtenBytes(show)))
  if (bytes > LIMITS.bytes && !(before && bytes < bytesOf(before)))
    throw new ShowError(`The show would be larger than 8 MiB as a document (${(bytes / 1048576).toFixed(1)} MiB)`, '')
}

function fail(keys: (string | number)[], message: string): never {
  const pointer = pointerOf(keys)
  throw new ShowError(`${pointer} ${message}`, pointer)
}

const singular: { [list: string]: string } = { buses: 'bus' }

function checkReferences(show: Show): void {
  const known = new Map<string, Set<string>>()
  const parts = partsOf(show)
  for (const { keys, to, id } of references(show)) {
    const part = partIn(id)
    if (part !== undefined) {
      parts.check(keys, to, part)
      continue
    }
    if (!known.has(to)) {
      const ids = new Set(listOf(show, to).map((item) => item.id))
      if (to === 'buses') BUSES.forEach((bus) => ids.add(bus))
      known.set(to, ids)
    }
    if (!known.get(to)!.has(id))
      fail(keys, `names the ${singular[to] ?? to.slice(0, -1)} "${id}", which the show does not have`)
  }
}

/** Where parts may stand: in rules of a kit that has them, in overrides of those, and in cues that only such rules fire. */
function partsOf(show: Show): { check: (keys: (string | number)[], to: ListName, part: string) => void } {
  const has = (kit: Kit | undefined, to: ListName, part: string) =>
    kit?.parts.some(({ id, is }) => id === part && listOfPart(is) === to) ?? false
  /** Who fires a cue: the kit of each such rule, or none where it is nobody's. */
  let firing: Map<string, (Kit | undefined)[]> | undefined
  const firingOf = (cue: string): (Kit | undefined)[] => {
    if (!firing) {
      firing = new Map()
      const note = (id: string, kit?: Kit) => firing!.set(id, [...(firing!.get(id) ?? []), kit])
      for (const kit of show.kits) for (const rule of kit.rules) note(rule.cue, kit)
      for (const rule of show.rules) note(rule.cue)
      for (const zone of show.zones) {
        for (const rule of zone.rules) note(rule.cue)
        for (const { cue } of Object.values(zone.overrides ?? {})) if (cue !== undefined) note(cue, kitOf(show, zone))
      }
    }
    return firing.get(cue) ?? []
  }
  return {
    check(keys, to, part) {
      const [list, index, field] = keys
      const kind = to.slice(0, -1)
      const lacking = (kit: Kit | undefined): string | undefined =>
        has(kit, to, part)
          ? undefined
          : kit
            ? `names the ${kind} part "${part}", which the kit "${kit.name}" does not have`
            : `names the part "${part}", but stands in a rule of no kit`
      const wrong =
        list === 'kits'
          ? lacking(show.kits[Number(index)])
          : list === 'zones' && field === 'overrides'
            ? lacking(kitOf(show, show.zones[Number(index)]))
            : list === 'cues'
              ? firingOf(show.cues[Number(index)].id)
                  .map((kit) =>
                    kit ? lacking(kit) : `names the part "${part}", but its cue is fired by a rule of no kit, too`,
                  )
                  .find((each) => each !== undefined)
              : lacking(undefined)
      if (wrong) fail(keys, wrong)
    },
  }
}

/** That each zone fills all parts of its kit, no others, and with what would fit if it stood there itself. */
function checkParts(show: Show): void {
  show.zones.forEach((zone, z) => {
    const kit = kitOf(show, zone)
    const filled = zone.parts ?? {}
    for (const part of Object.keys(filled))
      if (!kit?.parts.some(({ id }) => id === part))
        fail(['zones', z, 'parts', part], 'is not a part of the zone’s kit')
    for (const { id, name } of kit?.parts ?? [])
      if (filled[id] === undefined)
        fail(
          ['zones', z, 'parts'],
          `lacks "${id}": the kit "${kit!.name}" has the part "${name}", which each of its zones fills`,
        )
    if (!kit || kit.parts.length === 0) return
    const keysOf = (flag: string): (string | number)[] => [
      'zones',
      z,
      'parts',
      kit.parts.find(({ id, is }) => is === 'flag' && filled[id] === flag)?.id ?? '',
    ]
    for (const rule of kitRulesOf(show, zone))
      for (const condition of rule.when) {
        const why = unfit(show, condition.flag, condition.value)
        if (why) fail(keysOf(condition.flag), `${why} in the kit’s rule "${rule.id}"`)
      }
    for (const { cue } of kitRulesOf(show, zone)) {
      const own = cueAt(show, cue, zone)
      for (const step of own?.steps ?? []) {
        const why = step.kind === 'flag' ? unfit(show, step.flag, step.set ?? step.add ?? 0) : undefined
        if (why && step.kind === 'flag') fail(keysOf(step.flag), `${why} in the step "${step.id}" of "${own!.name}"`)
      }
    }
  })
}

/** Why a value doesn't fit a flag, if it doesn't; of a part it is asked where a zone fills it. */
function unfit(show: Show, id: string, value: boolean | number): string | undefined {
  const flag = show.flags.find((each) => each.id === id)
  if (!flag || typeof flag.start === typeof value) return undefined
  return `does not fit the flag "${flag.name}", which is ${typeof flag.start === 'number' ? 'a number' : 'yes or no'},`
}

function checkRules(show: Show): void {
  const seen = new Set<string>()
  const check = (rule: Rule, keys: (string | number)[], unique: boolean) => {
    if (unique && seen.has(rule.id))
      fail([...keys, 'id'], `is "${rule.id}", which another rule of the show has already`)
    if (unique) seen.add(rule.id)
    rule.when.forEach((condition, index) => checkCondition(show, condition, [...keys, 'when', index]))
  }
  show.zones.forEach((zone, z) => {
    zone.rules.forEach((rule, r) => check(rule, ['zones', z, 'rules', r], true))
    const kit = show.kits.find((k) => k.id === zone.kit)
    for (const [ruleId, override] of Object.entries(zone.overrides ?? {})) {
      if (!kit?.rules.some((rule) => rule.id === ruleId))
        fail(['zones', z, 'overrides', ruleId], 'is not a rule of the zone’s kit')
      ;(override.when ?? []).forEach((condition, index) =>
        checkCondition(show, condition, ['zones', z, 'overrides', ruleId, 'when', index]),
      )
    }
  })
  show.kits.forEach((kit, k) => kit.rules.forEach((rule, r) => check(rule, ['kits', k, 'rules', r], false)))
  show.rules.forEach((rule, r) => {
    check(rule, ['rules', r], true)
    if ('inside' in rule.on && rule.on.inside)
      fail(['rules', r, 'on', 'inside'], 'must be false: a rule without a zone has no inside')
  })
}

/** That each thing is in one group at most. */
function checkGroups(show: Show): void {
  const seen = new Set<string>()
  show.groups.forEach((group, g) => {
    for (const list of GROUPED)
      group[list]?.forEach((id, i) => {
        const key = `${list}/${id}`
        if (seen.has(key)) fail(['groups', g, list, i], `is "${id}", which is in a group already`)
        seen.add(key)
      })
  })
}

function checkCondition(show: Show, condition: Condition, keys: (string | number)[]): void {
  const why = unfit(show, condition.flag, condition.value)
  if (why) fail([...keys, 'value'], why.slice(0, -1))
  if (typeof condition.value === 'boolean' && condition.is !== '=' && condition.is !== '!=') {
    const name = show.flags.find(({ id }) => id === condition.flag)?.name ?? condition.flag
    fail([...keys, 'is'], `must be "=" or "!=": "${name}" is yes or no and has no order`)
  }
}
