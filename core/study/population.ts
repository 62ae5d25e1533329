import { completePopulation, type Population, type Show } from '../show'

/** Who sets out where nothing else is said: walkers like most. */
export const ANYBODY: Population = completePopulation({ id: 'anybody', name: 'Anybody' })

/** A population of a show by its id; anybody where none is asked for, or it is gone: as the show has them, if it has. */
export function populationOf({ populations }: Pick<Show, 'populations'>, id: string = ANYBODY.id): Population {
  const named = (id: string) => populations.find((population) => population.id === id)
  return named(id) ?? named(ANYBODY.id) ?? ANYBODY
}

/** The walks that a walker of a population goes, by its number: its own, or those that are followed. */
export function walksOfWalker(
  { walks, together }: Population,
  followed: readonly string[],
  walker: number,
): readonly string[] {
  if (walks.length === 0) return followed
  return together ? walks : [walks[(walker - 1) % walks.length]]
}
