import type { Step } from '../../show/types'
import { drawnFling } from '../flights'
import { draw, within } from '../luck'
import { streamOf } from '../playings'
import type { StepEvent } from '../events'
import type { Playing, World } from '../world'

/** The channel a step claims, as the log names it. */
export function channelOf(step: Step): string | undefined {
  switch (step.kind) {
    case 'light':
      return `light:${step.light}`
    case 'level':
      return `bus:${step.bus}`
    case 'atmosphere':
      return 'atmosphere'
    case 'prop':
      return `prop:${step.prop}`
    case 'drift':
      return 'light' in step.target ? `light:${step.target.light}` : `bus:${step.target.bus}`
    default:
      return undefined
  }
}

function details(world: World, playing: Playing, step: Step): Partial<StepEvent> {
  switch (step.kind) {
    case 'burst':
      return { count: Math.round(within(step.count, draw(streamOf(world, playing, step.id), 0))) }
    case 'prompt':
      return { text: step.text }
    case 'camera':
      return { marks: step.marks.map((m) => m.mark) }
    case 'fling':
      return drawnFling(world, playing, step)
    case 'freeze':
      return { locks: [...step.locks].sort() }
    default: {
      const channel = channelOf(step)
      return channel === undefined ? {} : { channel }
    }
  }
}

export function log(world: World, playing: Playing, step: Step): void {
  world.emit({
    t: world.now,
    kind: 'step',
    playing: playing.number,
    step: step.id,
    of: step.kind,
    ...details(world, playing, step),
  })
}
