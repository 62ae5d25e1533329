import type { Loop } from '~~/core/engine'
import { movesItself } from '~~/core/findings'
import { kitOf, kitRulesOf, nameOfKitRule, type Editor, type Rule, type Show } from '~~/core/show'
import { tie } from '~/document/making/tying'
import { placeOfRule, putIn, type RuleHere } from '~/document/making/rule-here'

/** One rule of a loop: where it stands, what it fires, and what would let the run come to an end. */
export interface LoopLink {
  /** The zone whose rule it is; none of a rule of the whole show. */
  zone?: string
  cue: string
  mends: Mend[]
}
export interface Mend {
  says: string
  /** What the edit is called. */
  label: string
  edit(edit: Editor): void
}

/** How long a rule rests that must not set itself off (s). */
const REST = 5

/** The rules that go round, as they are in the show now; those that are gone left out. */
export function linksOf(show: Show, loop: Loop): LoopLink[] {
  return loop.rules.flatMap(({ rule: logged, zone }) => {
    const found = zone === undefined ? inShow(show, logged) : inZone(show, zone, logged)
    if (!found) return []
    const mends = [...mendsOf(show, loop, found), ...staying(show, zone)]
    return [{ zone, cue: found.rule.cue, mends }]
  })
}

/** A rule and how a field of it is changed where it belongs. */
interface Found {
  rule: Rule
  of: string
  put<F extends keyof Rule>(edit: Editor, field: F, value: Rule[F]): void
}
function inShow(show: Show, id: string): Found | undefined {
  const rule = show.rules.find((each) => each.id === id)
  return rule && { rule, of: 'the show', put: (edit, field, value) => edit.setFound(['rules', id, field], value) }
}
function inZone(show: Show, id: string, logged: string): Found | undefined {
  const zone = show.zones.find((each) => each.id === id)
  if (!zone) return undefined
  const own = zone.rules.find((rule) => rule.id === logged)
  const ofKit = kitRulesOf(show, zone).find((rule) => nameOfKitRule(zone, rule) === logged)
  const here: RuleHere | undefined = own
    ? { zone, rule: own }
    : ofKit && { zone, rule: ofKit, kit: kitOf(show, zone), here: true }
  return (
    here && { rule: here.rule, of: placeOfRule(here), put: (edit, field, value) => putIn(here, edit, field, value) }
  )
}

function mendsOf(show: Show, { how }: Loop, { rule, of, put }: Found): Mend[] {
  const mends: Mend[] = []
  const loud = how === 'at once' ? loudMoves(show, rule.cue) : []
  if (loud.length > 0)
    mends.push({
      says: 'Put there without setting off what is there',
      label: `Put there by ${of} without setting off what is there`,
      edit: (edit) => loud.forEach((step) => edit.setFound(['cues', rule.cue, 'steps', step, 'quiet'], true)),
    })
  if (!rule.limit)
    mends.push({ says: 'At most once', label: `At most once, ${of}`, edit: (edit) => put(edit, 'limit', { times: 1 }) })
  if (how === 'at once' && !rule.cooldown)
    mends.push({
      says: `Rest ${REST} s`,
      label: `Let a rule of ${of} rest`,
      edit: (edit) => put(edit, 'cooldown', { seconds: REST, from: 'fire' }),
    })
  return mends
}
/** What keeps a zone where it is that goes with the prop that its own cue moves. */
function staying(show: Show, id: string | undefined): Mend[] {
  const zone = show.zones.find((each) => each.id === id)
  if (!zone || !movesItself(show, zone)) return []
  return [
    {
      says: 'Let it stay where it is',
      label: `Let ${zone.name} stay`,
      edit: (edit) => tie(edit, zone, undefined),
    },
  ]
}

/** The steps of a cue by which somebody is put where they set off what is there. */
const loudMoves = ({ cues }: Show, id: string): string[] =>
  (cues.find((cue) => cue.id === id)?.steps ?? []).flatMap((step) =>
    step.kind === 'move' && !step.quiet ? [step.id] : [],
  )
