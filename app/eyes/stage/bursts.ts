import * as three from 'three'
import { itemAt, keyOf, memoFor } from '~~/core/base'
import { eventsOf, middleIn, positionAt, type Run, type RunEvent } from '~~/core/engine'
import { sparksAt, SPARK_SIZE } from '~~/core/scene'
import { rulesAt, type BurstStep, type Point, type Show } from '~~/core/show'
import { COLOURS } from '~/canvas/colours'
import { middleOfZone } from './middle-of-zone'
import type { ShownMoment } from '~/frame/shown-moment'

/** A burst of a run: when, of which step, how many, and whose zone and player fired it. */
interface Burst {
  t: number
  step: BurstStep
  count: number
  key: number
  zone: string | undefined
  player: number
}
type Fired = Extract<RunEvent, { kind: 'fire' }>

const kept = memoFor<Run, Burst[]>()
/** The bursts of a run, in order. */
const burstsOf = (show: Show, run: Run): Burst[] =>
  kept(run, [show], () => {
    const steps = new Map(show.cues.flatMap(({ steps }) => steps.flatMap((step) => (step.kind === 'burst' ? [[step.id, step] as const] : [])))) // prettier-ignore
    if (steps.size === 0) return []
    const fires = new Map<number, Fired>()
    const zoneOf = new Map(show.zones.flatMap((zone) => rulesAt(show, zone).map(({ id }) => [id, zone.id] as const)))
    return eventsOf(run).flatMap((event): Burst[] => {
      if (event.kind === 'fire') fires.set(event.playing, event)
      if (event.kind !== 'step' || event.of !== 'burst') return []
      const step = steps.get(event.step)
      if (!step) return []
      const fire = fires.get(event.playing)
      const player = Math.max(0, run.walks.indexOf(fire?.player ?? ''))
      const zone = fire && (fire.zone ?? zoneOf.get(fire.rule))
      return [{ t: event.t, step, count: event.count ?? 0, key: keyOf(event.playing, event.step, 'sparks', ''), zone, player }] // prettier-ignore
    })
  })

/** Where a burst comes from, at the moment it begins. */
function placeOf({ show, run }: ShownMoment, { t, step: { where }, zone, player }: Burst): Point {
  const eyes = (): Point => {
    const [x, y, z] = positionAt(itemAt(run.paths, player), t)
    return [x, y + show.player.eye, z]
  }
  if (where.at === 'prop') return middleIn(show, run, where.prop, t)
  if (where.at === 'mark') return show.place.marks.find(({ id }) => id === where.mark)?.at ?? eyes()
  const found = where.at === 'zone' ? show.zones.find(({ id }) => id === zone) : undefined
  return found ? middleOfZone({ show, run, t }, found) : eyes()
}

/** The sparks that fly at a moment. */
export class Bursts {
  private readonly seen = new Map<number, three.Points<three.BufferGeometry, three.PointsMaterial>>()
  constructor(private readonly scene: three.Scene) {}

  show(moment: ShownMoment): void {
    const { show, run, t } = moment
    for (const points of this.seen.values()) points.visible = false
    for (const burst of burstsOf(show, run)) {
      const age = t - burst.t
      if (age < 0 || age > burst.step.life[1]) continue
      const sparks = sparksAt(burst.step, burst.count, burst.key, age)
      const points = this.points(burst)
      points.visible = sparks.length > 0
      const at = points.geometry.getAttribute('position') as three.BufferAttribute
      at.array.set(sparks)
      at.needsUpdate = true
      points.geometry.setDrawRange(0, sparks.length / 3)
      points.position.set(...placeOf(moment, burst))
    }
  }
  private points(burst: Burst): three.Points<three.BufferGeometry, three.PointsMaterial> {
    let points = this.seen.get(burst.key)
    if (!points) {
      const geometry = new three.BufferGeometry()
      geometry.setAttribute('position', new three.BufferAttribute(new Float32Array(Math.max(1, burst.count) * 3), 3))
      const { colour = COLOURS.bone, size = SPARK_SIZE } = burst.step
      points = new three.Points(geometry, new three.PointsMaterial({ color: colour, size, toneMapped: false }))
      points.frustumCulled = false
      this.scene.add(points)
      this.seen.set(burst.key, points)
    }
    return points
  }
  dispose(): void {
    for (const points of this.seen.values()) {
      this.scene.remove(points)
      points.geometry.dispose()
      points.material.dispose()
    }
    this.seen.clear()
  }
}
