import { withId, itemAt } from '~~/core/base'
import { movedBy } from '~~/core/engine'
import {
  cueAt,
  namedRulesAt,
  namesParts,
  type Cue,
  type Mark,
  type Prop,
  type Rule,
  type Show,
  type Spot,
  type Step,
  type StepKind,
} from '~~/core/show'
import { middleOf } from '~~/core/space'
import { solidOfZone } from '../forms/geometry'
import { propOutline } from '../forms/thing-forms'

/** What a step does in the place, as it is drawn in the plan while the step is open at the desk. Lengths in metres. */
export interface StepWay {
  /** Outlines of what is moved: as it would stand then. */
  moved: Spot[][]
  /** Ways that something takes; with `jump` from one end to the other without being in between. */
  lines: { spots: Spot[]; jump?: boolean }[]
  /** Where it is heard, seen or set up. */
  spots: Spot[]
  /** Camera marks in the order in which they are seen, and marks somebody is put at. */
  marks: Mark[]
  /** How far it is heard. */
  reaches: { at: Spot; radius: number }[]
  /** What becomes of the thing where that can't be drawn: who takes it along, of what it is then. */
  words: { at: Spot; says: string }[]
}
const NOTHING: StepWay = { moved: [], lines: [], spots: [], marks: [], reaches: [], words: [] }

const spotOf = ({ at: [x, , z] }: Pick<Mark, 'at'>): Spot => [x, z]
const propIn = (show: Show, id: string): Prop => withId(show.place.props, id)
const markIn = (show: Show, id: string): Mark => withId(show.place.marks, id)
function zoneSpot(show: Show, id: string): Spot[] {
  const zone = show.zones.find((each) => each.id === id)
  if (!zone) return []
  const [x, , z] = middleOf(solidOfZone(show, zone))
  return [[x, z]]
}

/** The zones whose rules fire a cue, and the names of these rules in the log; a rule of the whole show has no zone. */
export function firingsOf(show: Show, cue: Cue): { rule: string; zone?: string }[] {
  const fires = (rule: Rule) => rule.cue === cue.id && rule.enabled
  return [
    ...show.zones.flatMap((zone) =>
      namedRulesAt(show, zone)
        .filter(fires)
        .map(({ id }) => ({ rule: id, zone: zone.id })),
    ),
    ...show.rules.filter(fires).map(({ id }) => ({ rule: id })),
  ]
}

/** So many stretches stand for the arc of something that turns. */
const ARC = 24

/** A prop that is slid and turned: where it stands then, and the way of its middle; with a turn, of the corner that goes farthest. */
function wayOfProp(show: Show, { prop: id, slide, turn, carried, surface }: Extract<Step, { kind: 'prop' }>): StepWay {
  const prop = propIn(show, id)
  const says = [carried ? 'taken along' : '', surface ?? ''].filter(Boolean).join(', ')
  const words = says ? [{ at: spotOf(prop), says }] : []
  if (!slide && !turn) return { ...NOTHING, spots: [spotOf(prop)], words }
  const at = (share: number): Prop => {
    const {
      at: [x, y, z],
      yaw,
    } = movedBy(prop, {
      slide: slide && [slide.by[0] * share, slide.by[1] * share, slide.by[2] * share],
      turn: turn && turn.by * share,
      about: turn?.about,
    })
    return { ...prop, at: [x, y, z], yaw }
  }
  const frames = Array.from({ length: ARC + 1 }, (_, i) => at(i / ARC))
  const outlines = frames.map(propOutline)
  const [first, last] = [itemAt(outlines, 0), itemAt(outlines, ARC)]
  const goes = first.map(([x, z], i) => Math.hypot(itemAt(last, i)[0] - x, itemAt(last, i)[1] - z))
  const corner = goes.indexOf(Math.max(...goes))
  const line = turn ? outlines.map((outline) => itemAt(outline, corner)) : frames.map(spotOf)
  return { ...NOTHING, moved: [last], lines: [{ spots: line }], words }
}

type Where = Extract<Step, { kind: 'sound' }>['where']
function spotsOfWhere(show: Show, cue: Cue, where: Where): Spot[] {
  if (where.at === 'prop') return [spotOf(propIn(show, where.prop))]
  if (where.at === 'mark') return [spotOf(markIn(show, where.mark))]
  if (where.at === 'zone') return firingsOf(show, cue).flatMap(({ zone }) => (zone ? zoneSpot(show, zone) : []))
  return []
}

/** Where it is heard, and the rings between which it is drawn around whoever sets it off. */
function heardAt(show: Show, cue: Cue, where: Where, far?: number): StepWay {
  const spots = spotsOfWhere(show, cue, where)
  const rings =
    where.at === 'around'
      ? firingsOf(show, cue).flatMap(({ zone }) =>
          (zone ? zoneSpot(show, zone) : []).flatMap((at) => [where.near, where.far].map((radius) => ({ at, radius }))),
        )
      : []
  return {
    ...NOTHING,
    spots,
    reaches: [...rings, ...(far === undefined ? [] : spots.map((at) => ({ at, radius: far })))],
  }
}

/** What a step of a cue does in the place; where it names parts, as the first zone has them that fires it. */
export function wayOfStep(show: Show, cue: Cue, { id }: Step): StepWay {
  const first = firingsOf(show, cue).find((firing) => firing.zone !== undefined)
  const zone = show.zones.find((each) => each.id === first?.zone)
  const played = (zone && cueAt(show, cue.id, zone)) ?? cue
  const step = played.steps.find((each) => each.id === id)
  return step && !namesParts(played) ? wayOf(show, cue, step) : NOTHING
}

const nowhere = () => NOTHING
const heard = ({ where }: { where: Where }, { show, cue }: Of): StepWay => heardAt(show, cue, where)
const at = (spots: Spot[]): StepWay => ({ ...NOTHING, spots })
function lightSpot(show: Show, id: string): Spot[] {
  const light = show.place.lights.find((each) => each.id === id)
  return light ? [spotOf(light)] : []
}

/** What a step is of. */
interface Of {
  show: Show
  cue: Cue
}
/** What each kind of step does in the place. */
const WAYS: { [K in StepKind]: (step: Extract<Step, { kind: K }>, of: Of) => StepWay } = {
  prop: (step, { show }) => wayOfProp(show, step),
  fling: ({ prop }, { show }) => at([spotOf(propIn(show, prop))]),
  camera(step, { show }) {
    const marks = step.marks.map(({ mark }) => markIn(show, mark))
    const lines = marks.slice(1).map((mark, i) => ({
      spots: [spotOf(marks[i]!), spotOf(mark)],
      jump: step.marks[i + 1]!.travel === 0,
    }))
    return { ...NOTHING, marks, lines }
  },
  move(step, { show, cue }) {
    const mark = markIn(show, step.mark)
    const from = firingsOf(show, cue).flatMap(({ zone }) => (zone ? zoneSpot(show, zone) : []))
    return { ...NOTHING, marks: [mark], lines: from.map((spot) => ({ spots: [spot, spotOf(mark)], jump: true })) }
  },
  sound: ({ where, reach }, { show, cue }) => heardAt(show, cue, where, reach.far),
  bed: heard,
  scatter: heard,
  burst: heard,
  light: ({ light }, { show }) => at(lightSpot(show, light)),
  drift: ({ target }, { show }) => at('light' in target ? lightSpot(show, target.light) : []),
  prompt({ anchor }, { show }) {
    if ('prop' in anchor) return at([spotOf(propIn(show, anchor.prop))])
    if ('mark' in anchor) return at([spotOf(markIn(show, anchor.mark))])
    return at(zoneSpot(show, anchor.zone))
  },
  zone: ({ zone }, { show }) => at(zoneSpot(show, zone)),
  level: nowhere,
  atmosphere: nowhere,
  fade: nowhere,
  freeze: nowhere,
  signal: nowhere,
  flag: nowhere,
  stop: nowhere,
}
const wayOf = (show: Show, cue: Cue, step: Step): StepWay =>
  (WAYS[step.kind] as (step: Step, of: Of) => StepWay)(step, { show, cue })
