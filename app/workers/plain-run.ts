import type { Run } from '../../core/engine'

/** The same run without what only the engine needs, so that it can go from one thread to another. */
export function plainRun(run: Run): Run {
  const routes = new Map<object, unknown>()
  const paths = run.paths.map((path) =>
    path.map((part) => {
      if (!routes.has(part.route)) {
        const legs = part.route.legs.map(({ start, piece, facing }) => ({ start, piece, facing }))
        routes.set(part.route, { ...part.route, legs })
      }
      return { ...part, route: routes.get(part.route) }
    }),
  )
  return { ...run, paths } as Run
}
