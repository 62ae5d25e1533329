import {
  cueAt,
  completePoint,
  completeRule,
  completeWalk,
  completeZone,
  type Cue,
  type Point,
  type Show,
} from '~~/core/show'
import { floorAt, middleOf, solidOf } from '~~/core/space'
import { firersOf } from '../edits/firers'

/** What a preview is called inside its show: nothing else may be called so. */
const OWN = {
  zone: 'preview-zone',
  rule: 'preview-rule',
  end: 'preview-end',
  endCue: 'preview-end-cue',
  walk: 'preview-walk',
}
export const PREVIEW_WALK = OWN.walk
/** So long whoever sets the cue off stands there at the most (s). */
const STANDS = 120
/** Whoever listens is in it wherever they stand (m). */
const EVERYWHERE = 10_000

/** Where somebody stands, and which way they face (degrees). */
export interface Listener {
  at: Point
  yaw: number
}

/** Where a cue is set off: in the middle of the first zone that fires it, on the floor there. */
export function placeOf(show: Show, cue: Cue): Listener {
  const zone = firersOf(show, cue.id).find((firer) => firer.zone)?.zone
  const solid = zone && solidOf(zone.shape)
  const [x, , z] = solid ? middleOf(solid) : [0, 0, 0]
  const low = solid ? solid.bounds[1] : 0
  return { at: [x, Math.max(low, floorAt(show.place.floors, x, z) ?? low), z], yaw: 0 }
}

/**
 * A show in which nothing happens but one cue: somebody stands where they listen and sets it off at the first moment, is out of its zone
 * after `leaves` seconds. Sounds in the middle of the zone come from that of the zone that fires it, wherever one listens. Of the cue's steps only those that are in `alone` are
 * heard and seen, if any are.
 */
export function previewShow(
  show: Show,
  cue: Cue,
  { leaves, listener, alone = [] }: { leaves: number; listener: Listener; alone?: readonly string[] },
): Show {
  const zone = firersOf(show, cue.id).find((firer) => firer.zone)?.zone
  const at = zone ? middleOf(solidOf(zone.shape)) : listener.at
  const named = new Set(
    cue.steps.flatMap((step) =>
      step.kind === 'zone' ? [step.zone] : step.kind === 'prompt' && 'zone' in step.anchor ? [step.anchor.zone] : [],
    ),
  )
  const own = completeZone({
    id: OWN.zone,
    name: zone?.name ?? 'Here',
    shape: { kind: 'sphere', at, radius: EVERYWHERE },
    rules: [completeRule({ id: OWN.rule, on: { at: 'enter' }, cue: cue.id })],
  })
  // What names parts is seen as the zone has them.
  const played = (zone && cueAt(show, cue.id, zone)) ?? cue
  const steps =
    alone.length > 0 ? played.steps.map((step) => ({ ...step, muted: !alone.includes(step.id) })) : played.steps
  return {
    ...show,
    zones: [
      own,
      ...show.zones.filter(({ id }) => named.has(id)).map((each) => ({ ...each, rules: [], kit: undefined })),
    ],
    kits: [],
    cues: [
      { ...cue, steps },
      {
        id: OWN.endCue,
        name: 'Leaves',
        for: 'everyone',
        scare: false,
        steps: [{ id: OWN.end, at: 0, jitter: 0, muted: false, kind: 'zone', zone: OWN.zone, enabled: false }],
      },
      ...show.cues.filter((other) => other.id !== cue.id).map((other) => ({ ...other, steps: [] })),
    ],
    rules: [completeRule({ id: OWN.end, on: { at: 'clock', seconds: leaves }, cue: OWN.endCue })],
    walks: [
      completeWalk({
        id: OWN.walk,
        name: 'Whoever sets it off',
        points: [completePoint({ at: listener.at, pause: STANDS, look: { yaw: listener.yaw } })],
      }),
    ],
  }
}

/** After whoever set it off has left, what goes back has so long (s). */
const AFTER = 3
/** How long a cue is run (s): until everything that goes back by itself has. */
export function lengthOfPreview(cue: Cue, leaves: number): number {
  const back = cue.steps.map((step) =>
    'ramp' in step ? ((step.release ?? step.ramp).seconds ?? 4) : 'fadeOut' in step ? step.fadeOut : 0,
  )
  return Math.min(STANDS - 1, leaves + Math.max(AFTER, ...back.map((seconds) => seconds + 1)))
}
