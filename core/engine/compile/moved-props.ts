import { namesParts, ownCuesOf, type Cue, type Prop, type Show, type Step } from '../../show'

/** The steps of a cue but the muted ones. */
export const playedSteps = (cue: Cue): Step[] => cue.steps.filter((step) => !step.muted)
/** All cues that can be played: those that name parts only as zones fill them. */
export const playableCues = (show: Show): Cue[] => [
  ...show.cues.filter((cue) => !namesParts(cue)),
  ...[...ownCuesOf(show).values()].map(({ cue }) => cue),
]
/** Props that a step can slide, turn or fling, by their ids. */
export function movedProps(show: Show): Map<string, Prop> {
  const steps = playableCues(show).flatMap(playedSteps)
  const ids = new Set(
    steps.flatMap((step) =>
      (step.kind === 'prop' && (step.slide || step.turn)) || step.kind === 'fling' ? [step.prop] : [],
    ),
  )
  return new Map(show.place.props.flatMap((prop) => (ids.has(prop.id) ? [[prop.id, prop] as const] : [])))
}

/** Props that a step can have somebody take along, by their ids. */
export const carriableProps = (show: Show): Set<string> =>
  new Set(
    playableCues(show)
      .flatMap(playedSteps)
      .flatMap((step) => (step.kind === 'prop' && step.carried ? [step.prop] : [])),
  )

/** Props that some cue flings: each is a body of the run while it flies. */
export function flungProps(show: Show): Prop[] {
  const steps = playableCues(show).flatMap(playedSteps)
  const ids = new Set(steps.flatMap((step) => (step.kind === 'fling' ? [step.prop] : [])))
  return show.place.props.filter((prop) => ids.has(prop.id))
}
