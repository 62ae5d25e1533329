import { completePoint, completeRule, completeWalk, completeZone, type Cue, type Show } from '~~/core/show'
import { floorAt, middleOf, solidOf } from '~~/core/space'
import { firersOf } from './firers'

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

/**
 * A show in which nothing happens but one cue, at its place: somebody stands in the zone that fires it, from the first moment on, and is out of it
 * again after `leaves` seconds.
 */
export function previewShow(show: Show, cue: Cue, leaves: number): Show {
  const zone = firersOf(show, cue.id).find((firer) => firer.zone)?.zone
  const [x, , z] = zone ? middleOf(solidOf(zone.shape)) : [0, 0, 0]
  const low = zone ? solidOf(zone.shape).bounds[1] : 0
  const y = Math.max(low, floorAt(show.place.floors, x, z) ?? low)
  const named = new Set(cue.steps.flatMap((step) => (step.kind === 'zone' ? [step.zone] : [])))
  const own = completeZone({
    id: OWN.zone,
    name: zone?.name ?? 'Here',
    shape: zone?.shape ?? { kind: 'cylinder', at: [x, y, z], radius: 1, height: 3 },
    rules: [completeRule({ id: OWN.rule, on: { at: 'enter' }, cue: cue.id })],
  })
  return {
    ...show,
    zones: [
      own,
      ...show.zones.filter(({ id }) => named.has(id)).map((each) => ({ ...each, rules: [], kit: undefined })),
    ],
    kits: [],
    cues: [
      cue,
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
        points: [completePoint({ at: [x, y, z], pause: STANDS })],
      }),
    ],
  }
}
