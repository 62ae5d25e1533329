import type { Run } from '~~/core/engine'
import type { Show } from '~~/core/show'

type Paths = Run['paths']

/** Which of a run's walks is the player that is followed. */
export const playerOf = ({ players }: Run): number => Math.max(0, players.indexOf(true))

/** Whether bodies went just the same ways. */
export const areSameWays = (a: Paths, b: Paths): boolean =>
  a.length === b.length &&
  a.every(
    (path, i) =>
      path.length === b[i]!.length &&
      path.every((part, k) => {
        const { t, own, moving, held, route } = b[i]![k]!
        return part.t === t && part.own === own && part.moving === moving && part.held === held && part.route === route
      }),
  )

/**
 * The same run without what only the engine needs, so that it can go from one thread to another; only flights that carry a light, or that
 * somebody who walks looks at, go with it.
 */
export function plainRun(show: Show, run: Run): Run {
  const carry = show.place.lights.flatMap(({ tiedTo }) => (tiedTo && 'prop' in tiedTo ? [tiedTo.prop] : []))
  const looks = show.walks.flatMap(({ points }) => points.map(({ look }) => look))
  const seen = looks.flatMap((look) => (look !== 'ahead' && 'prop' in look ? [look.prop] : []))
  const needed = new Set([...carry, ...seen])
  return { ...run, paths: plainPaths(run.paths), flights: run.flights.filter(({ prop }) => needed.has(prop)) }
}

type Route = Paths[number][number]['route']
function plainPaths(paths: Paths): Paths {
  const routes = new Map<Route, Route>()
  const plain = (route: Route): Route => {
    const known = routes.get(route)
    if (known) return known
    const legs = route.legs.map(({ start, piece, facing, ahead }) => ({ start, piece, facing, ahead }))
    const { reaches, first, over, faces, origin } = route
    const made = {
      legs,
      reaches,
      first,
      over,
      faces,
      ...(origin && { origin: { ...origin, route: plain(origin.route) } }),
    }
    routes.set(route, made)
    return made
  }
  return paths.map((path) => path.map((part) => ({ ...part, route: plain(part.route) })))
}
