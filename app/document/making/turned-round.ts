import { completeStep, type Light, type Show, type Step } from '~~/core/show'

type Kept<K extends Step['kind']> = Extract<Step, { kind: K }>

/** The fields of a light that a step gave, as the light has them by itself. */
const ofLight = ({ candela, colour, on }: Light, step: Kept<'light'>): Partial<Kept<'light'>> => ({
  ...(step.candela !== undefined && { candela }),
  ...(step.colour !== undefined && { colour }),
  ...(step.on !== undefined && { on }),
  flicker: undefined,
})

/** What takes a step back, by its kind; undefined where nothing does, or where it goes back by itself. */
const TURNED: { [K in Step['kind']]?: (step: Kept<K>, show: Show) => Kept<K> | undefined } = {
  light: (step, { place }) => {
    const light = place.lights.find(({ id }) => id === step.light)
    return light && { ...step, ...ofLight(light, step) }
  },
  level: (step, { buses }) => ({ ...step, gain: buses.find(({ id }) => id === step.bus)?.gain ?? 0 }),
  prop: (step, { place }) => {
    const prop = place.props.find(({ id }) => id === step.prop)
    if (!prop) return undefined
    const { slide, turn } = step
    return {
      ...step,
      ...(slide && { slide: { by: [-slide.by[0], -slide.by[1], -slide.by[2]] } }),
      ...(turn && { turn: { ...turn, by: -turn.by } }),
      ...(step.shown !== undefined && { shown: prop.shown }),
      ...(step.colour !== undefined && { colour: prop.colour }),
      ...(step.surface !== undefined && { surface: prop.surface }),
      carried: undefined,
    }
  },
  freeze: (step) => (step.pace === undefined ? undefined : { ...step, locks: [], pace: 1 }),
  flag: (step, { flags }) => {
    if (step.add !== undefined) return { ...step, add: -step.add }
    const start = flags.find(({ id }) => id === step.flag)?.start
    return typeof step.set === 'boolean' ? { ...step, set: !step.set } : start === undefined ? undefined : { ...step, set: start } // prettier-ignore
  },
  zone: (step) => ({ ...step, enabled: !step.enabled }),
  atmosphere: (step, { atmosphere }) => {
    const { preset: _, ...rest } = step
    return { ...rest, ...atmosphere }
  },
}

/** Whether what a step does goes back by itself: then there is nothing to take back. */
const goesBack = (step: Step): boolean => 'hold' in step && step.hold !== 'keep'

/** What takes a step back that stays; undefined where it goes back by itself, or nothing takes it back. */
export function turnedRound<S extends Step>(show: Show, step: S): Step | undefined {
  if (goesBack(step)) return undefined
  const turn = TURNED[step.kind] as ((step: Step, show: Show) => Step | undefined) | undefined
  const turned = turn?.(step, show)
  return turned && completeStep(JSON.parse(JSON.stringify(turned)))
}
