import RAPIER from '@dimforge/rapier3d-deterministic-compat'
import { positionAt, run } from '../../core/engine'
import { solidOf } from '../../core/space'
import type { Show, Walk } from '../../core/show'

/**
 * What a physics engine's sensors make of the same walks and zones: bodies put along their ways sixty times a second, and the
 * overlaps that begin and end. Gives how many it told of, and the time it took without the making of the world (ms).
 */
export async function sensors(
  show: Show,
  walks: readonly Walk[],
  seconds: number,
): Promise<{ edges: number; took: number }> {
  await RAPIER.init()
  const paths = run(show, walks, { seed: 1, withoutFlights: true }).paths
  const world = new RAPIER.World({ x: 0, y: 0, z: 0 })
  world.timestep = 1 / 60
  const fixed = world.createRigidBody(RAPIER.RigidBodyDesc.fixed())
  for (const { shape } of show.zones) {
    const solid = solidOf(shape)
    const [x0, y0, z0, x1, y1, z1] = solid.bounds
    const desc =
      solid.kind === 'sphere'
        ? RAPIER.ColliderDesc.ball(solid.radius)
        : solid.kind === 'cylinder'
          ? RAPIER.ColliderDesc.cylinder((solid.high - solid.low) / 2, solid.radius)
          : RAPIER.ColliderDesc.cuboid((x1 - x0) / 2, (y1 - y0) / 2, (z1 - z0) / 2)
    world.createCollider(
      desc
        .setTranslation((x0 + x1) / 2, (y0 + y1) / 2, (z0 + z1) / 2)
        .setSensor(true)
        .setActiveCollisionTypes(RAPIER.ActiveCollisionTypes.ALL)
        .setActiveEvents(RAPIER.ActiveEvents.COLLISION_EVENTS),
      fixed,
    )
  }
  const bodies = walks.map((walk) => {
    const height = walk.body.height ?? show.player.height
    const body = world.createRigidBody(RAPIER.RigidBodyDesc.kinematicPositionBased())
    world.createCollider(
      RAPIER.ColliderDesc.cylinder(height / 2, walk.body.radius ?? show.player.radius)
        .setTranslation(0, height / 2, 0)
        .setActiveCollisionTypes(RAPIER.ActiveCollisionTypes.ALL),
      body,
    )
    return body
  })
  const events = new RAPIER.EventQueue(true)
  let edges = 0
  const began = performance.now()
  for (let tick = 0; tick < seconds * 60; tick++) {
    bodies.forEach((body, i) => {
      const [x, y, z] = positionAt(paths[i]!, tick / 60)
      body.setNextKinematicTranslation({ x, y, z })
    })
    world.step(events)
    events.drainCollisionEvents(() => void edges++)
  }
  const took = performance.now() - began
  events.free()
  world.free()
  return { edges, took }
}
