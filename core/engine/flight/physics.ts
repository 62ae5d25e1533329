import type { Point, Spot } from '../../show'
import { STEPS_A_SECOND } from '../history'
import { eachOf } from '../../space'

type Rapier = typeof import('@dimforge/rapier3d-deterministic-compat').default

/** A solid thing that something flung can hit. Rotation about the vertical in degrees. */
export type Obstacle =
  | { kind: 'box'; middle: Point; half: Point; yaw: number }
  | { kind: 'cylinder'; middle: Point; radius: number; halfHeight: number }
  | { kind: 'triangles'; corners: Point[]; indices: number[] }

/** What is flung, from where, how fast (m/s) and how it tumbles (degrees a second about an axis). */
export interface Throw {
  kind: 'box' | 'cylinder'
  size: Point
  mass: number
  bounce: number
  grip: number
  middle: Point
  yaw: number
  velocity: Point
  spin: Point
}
export interface Impact {
  /** Seconds from the throw. */
  time: number
  at: Point
  /** The change of speed at the impact (m/s). */
  speed: number
}

/** A flight in steps of 1/120 s from the throw, until it lies still. */
export interface Flight {
  positions: Point[]
  impacts: Impact[]
}

/** A flight is over at the latest after so long (s). */
const LONGEST = 12
/** What falls gains so much in a second (m/s²). */
export const GRAVITY = 9.81
/** A step (s), the parts that the physics makes of it, and what gravity adds to a speed in half a part (m/s). */
const STEP = 1 / STEPS_A_SECOND
const SUBSTEPS = 4
const HALF_FALL = (GRAVITY * STEP) / SUBSTEPS / 2

/** Slower touches than this are rolling, not impacts (m/s). */
const SOFTEST = 0.25

/** Slower than this it lies still (m/s, radians a second). */
const STILL = 0.04
const STILL_SPIN = 0.2

let rapier: Rapier | undefined

/** Loads the physics (its deterministic build: the same flight on every machine). Once is enough. */
export async function loadPhysics(): Promise<void> {
  if (rapier) return
  const { default: module } = await import('@dimforge/rapier3d-deterministic-compat')
  await module.init()
  rapier = module
  practise()
}
/** Whether the physics is loaded. */
export const hasPhysics = (): boolean => rapier !== undefined

const turned = (yaw: number) => {
  const half = (yaw * Math.PI) / 360
  return { x: 0, y: Math.sin(half), z: 0, w: Math.cos(half) }
}
const vector = ([x, y, z]: Point) => ({ x, y, z })

/** Throws a thing against one of each obstacle: so that what a flight runs through is compiled before a run waits for it. */
function practise(): void {
  const ground: Point[] = [
    [-5, 0, -5],
    [5, 0, -5],
    [0, 0, 5],
  ]
  const about: Obstacle[] = [
    { kind: 'triangles', corners: ground, indices: [0, 1, 2] },
    { kind: 'box', middle: [1, 0.5, 0], half: [0.1, 0.5, 1], yaw: 10 },
    { kind: 'cylinder', middle: [-1, 0.5, 0], radius: 0.3, halfHeight: 0.5 },
  ]
  const size: Point = [0.3, 0.3, 0.3]
  const thing = { size, mass: 1, bounce: 0.3, grip: 0.5, yaw: 0 }
  for (const kind of ['box', 'cylinder'] as const)
    for (const speed of [4, -4])
      fly({ ...thing, kind, middle: [0, 1, 0], velocity: [speed, 1, 0], spin: [90, 0, 0] }, about)
}

/** Flies one thing among obstacles. @throws Error if the physics has not been loaded */
export function fly(thrown: Throw, obstacles: readonly Obstacle[]): Flight {
  if (!rapier) throw new Error('A show with a fling is prepared before it is run: await prepare(show)')
  const R = rapier
  const world = new R.World({ x: 0, y: -GRAVITY, z: 0 })
  world.timestep = STEP
  world.integrationParameters.numSolverIterations = SUBSTEPS
  for (const obstacle of obstacles) addObstacle(R, world, obstacle)
  const radians = Math.PI / 180
  const body = world.createRigidBody(
    R.RigidBodyDesc.dynamic()
      .setTranslation(...thrown.middle)
      .setRotation(turned(thrown.yaw))
      // Half a part of a step of gravity behind: so its steps lie on the parabola itself, and not beside it.
      .setLinvel(thrown.velocity[0], thrown.velocity[1] + HALF_FALL, thrown.velocity[2])
      .setAngvel(vector(eachOf(thrown.spin, (v) => v * radians)))
      .setCcdEnabled(true),
  )
  const [w, h, d] = thrown.size.map((v) => Math.max(0.02, v / 2))
  const shape = thrown.kind === 'box' ? R.ColliderDesc.cuboid(w, h, d) : R.ColliderDesc.cylinder(h, Math.max(w, d))
  const collider = world.createCollider(
    shape
      .setMass(thrown.mass)
      .setRestitution(thrown.bounce)
      .setRestitutionCombineRule(R.CoefficientCombineRule.Max)
      .setFriction(thrown.grip)
      .setActiveEvents(R.ActiveEvents.COLLISION_EVENTS),
    body,
  )
  const flight = record(R, world, body, collider.shape)
  world.free()
  return flight
}

type PhysicsWorld = InstanceType<Rapier['World']>

/** A step of the world, without looking each time for things that have come or gone: nothing does during a flight. */
function advance(world: PhysicsWorld, events: InstanceType<Rapier['EventQueue']>): void {
  const { gravity, integrationParameters, islands, broadPhase, narrowPhase, bodies, colliders, softBodies } = world
  const { impulseJoints, multibodyJoints, ccdSolver, physicsPipeline } = world
  physicsPipeline.step(
    gravity,
    integrationParameters,
    islands,
    broadPhase,
    narrowPhase,
    bodies,
    colliders,
    softBodies,
    impulseJoints,
    multibodyJoints,
    ccdSolver,
    events,
  )
}

type Velocity = ReturnType<ReturnType<PhysicsWorld['createRigidBody']>['linvel']>

function isStill({ x, y, z }: Velocity, body: ReturnType<PhysicsWorld['createRigidBody']>): boolean {
  if (Math.hypot(x, y, z) >= STILL) return false
  const spin = body.angvel()
  return Math.hypot(spin.x, spin.y, spin.z) < STILL_SPIN
}

type PhysicsBody = ReturnType<PhysicsWorld['createRigidBody']>
type Shape = InstanceType<Rapier['Collider']>['shape']
type Turn = ReturnType<PhysicsBody['rotation']>

/** How a body flies on by itself from a step. */
interface FreeFlight {
  at: Point
  velocity: Point
  turn: Turn
  spin: Point
}
function freeFlight(body: PhysicsBody): FreeFlight {
  const [at, velocity, spin] = [body.translation(), body.linvel(), body.angvel()]
  return {
    at: [at.x, at.y, at.z],
    velocity: [velocity.x, velocity.y - HALF_FALL, velocity.z],
    turn: body.rotation(),
    spin: [spin.x, spin.y, spin.z],
  }
}
/** Where a body is so long after a step (s), and how it is turned. */
function flownOn({ at, velocity, turn, spin }: FreeFlight, s: number): { at: Point; turn: Turn } {
  const rate = Math.hypot(...spin)
  const half = (rate * s) / 2
  const k = rate > 0 ? Math.sin(half) / rate : 0
  const [x, y, z, w] = [spin[0] * k, spin[1] * k, spin[2] * k, Math.cos(half)]
  return {
    at: [at[0] + velocity[0] * s, at[1] + velocity[1] * s - (GRAVITY * s * s) / 2, at[2] + velocity[2] * s],
    turn: {
      x: w * turn.x + x * turn.w + y * turn.z - z * turn.y,
      y: w * turn.y - x * turn.z + y * turn.w + z * turn.x,
      z: w * turn.z + x * turn.y - y * turn.x + z * turn.w,
      w: w * turn.w - x * turn.x - y * turn.y - z * turn.z,
    },
  }
}

/** A touch is looked for in so many parts of a step, and then halved so often. */
const PARTS = 8
const HALVINGS = 20

/** When a body that flies freely from a step touches something, at the latest after so long (s); undefined if it touches then already, or never. */
function touchAfter(
  world: PhysicsWorld,
  body: PhysicsBody,
  shape: Shape,
  from: FreeFlight,
  longest: number,
): number | undefined {
  const touches = (s: number) => {
    const { at, turn } = flownOn(from, s)
    return world.intersectionWithShape(vector(at), turn, shape, undefined, undefined, undefined, body) !== null
  }
  if (touches(0)) return undefined
  const parts = Math.round((longest / STEP) * PARTS)
  for (let n = 1; n <= parts; n++) {
    let high = (n * longest) / parts
    if (!touches(high)) continue
    let low = ((n - 1) * longest) / parts
    for (let k = 0; k < HALVINGS; k++) {
      const middle = (low + high) / 2
      if (touches(middle)) high = middle
      else low = middle
    }
    return high
  }
  return undefined
}

function record(R: Rapier, world: PhysicsWorld, body: PhysicsBody, shape: Shape): Flight {
  const events = new R.EventQueue(true)
  const at = (): Point => {
    const { x, y, z } = body.translation()
    return [x, y, z]
  }
  const positions = [at()]
  const impacts: Impact[] = []
  let still = 0
  let before = body.linvel()
  /** As it flew before the last step, and before the one before. */
  let flown = [freeFlight(body)]
  for (let step = 1; step <= LONGEST * STEPS_A_SECOND && still < STEPS_A_SECOND / 4; step++) {
    advance(world, events)
    const after = body.linvel()
    let touched = false
    events.drainCollisionEvents((_a, _b, started) => void (touched ||= started))
    const changed = Math.hypot(after.x - before.x, after.y - before.y + GRAVITY / STEPS_A_SECOND, after.z - before.z)
    const now = at()
    if (touched && changed > SOFTEST) {
      // What is noticed at the end of a step has come about within it, or within the one before.
      const from = flown[0]
      const began = step - flown.length
      const late = touchAfter(world, body, shape, from, flown.length * STEP)
      const time = Math.max(impacts.at(-1)?.time ?? 0, late === undefined ? step * STEP : began * STEP + late)
      impacts.push({ time, at: late === undefined ? now : flownOn(from, late).at, speed: changed })
    }
    flown = touched ? [freeFlight(body)] : [...flown.slice(-1), freeFlight(body)]
    positions.push(now)
    still = isStill(after, body) ? still + 1 : 0
    before = after
  }
  events.free()
  return { positions, impacts }
}

function addObstacle(R: Rapier, world: PhysicsWorld, obstacle: Obstacle): void {
  if (obstacle.kind === 'triangles') {
    const vertices = new Float32Array(obstacle.corners.flat())
    world.createCollider(R.ColliderDesc.trimesh(vertices, new Uint32Array(obstacle.indices)).setFriction(0.6))
    return
  }
  const shape =
    obstacle.kind === 'box'
      ? R.ColliderDesc.cuboid(...obstacle.half)
      : R.ColliderDesc.cylinder(obstacle.halfHeight, obstacle.radius)
  const yaw = obstacle.kind === 'box' ? obstacle.yaw : 0
  world.createCollider(
    shape
      .setTranslation(...obstacle.middle)
      .setRotation(turned(yaw))
      .setFriction(0.6),
  )
}

/** A flat ring of corners as a slab of triangles, seen from both sides. */
export function slab(outline: readonly Spot[], heights: readonly number[], triangles: readonly number[]): Obstacle {
  return { kind: 'triangles', corners: outline.map(([x, z], i): Point => [x, heights[i], z]), indices: [...triangles] }
}
