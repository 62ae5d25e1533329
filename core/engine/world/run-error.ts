import type { Loop } from '../log'

/** A run that can't be: a loop, a walk the show doesn't have. */
export class RunError extends Error {
  override name = 'RunError'
}

/** A run that has no end, and what it is caught in. */
export class EndlessError extends RunError {
  readonly loop: Loop

  constructor(loop: Loop) {
    super(loop.says)
    this.loop = loop
  }
}

const listed = (ids: readonly string[]): string => ids.map((id) => `"${id}"`).join(', ')

/** All for which there is no run, but for loops, which are told by what goes round. */
export const FAULTS = {
  noWalk: 'A run needs at least one walk',
  noSuchWalk: (id: string, known: readonly string[]) =>
    `The show has no walk "${id}"; it has ${listed(known) || 'none'}`,
  walkTwice: (id: string) => `The walk "${id}" is given twice`,
  noRule: (id: string) => `The show has no rule "${id}" that is on`,
  noFling: (cue: string, step: string) => `The cue "${cue}" has no fling "${step}"`,
  partTwice: (id: string) => `"${id}" takes part twice`,
  toldByNobody: (id: string, known: readonly string[]) =>
    `Nobody tells the run where "${id}" is; it has ${listed(known) || 'only walks that go by themselves'}`,
  toldTooEarly: (id: string, time: number, earliest: number) =>
    `"${id}" is told for ${time} s; ${earliest} s is the earliest`,
  toldNowhere: (id: string, at: readonly number[], facing: readonly number[]) =>
    `"${id}" is told to be at ${at.join(', ')} facing ${facing.join(', ')}`,
  notTakenOver: (id: string) => `"${id}" goes by itself until it is taken over`,
  notToBeTakenOver: (id: string) => `"${id}" isn't a walk that waits to be taken over`,
  stopped: (id: string) => `"${id}" has been stopped and can't be told to go on`,
  nothingToLookAt: (prop: string) => `The show has no prop "${prop}" to look at`,
} as const
