import type { ForGood, NeverFires } from '~~/core/findings'
import type { Rule, Show } from '~~/core/show'
import { flagValue } from './flag-value'
import { flagName } from './names'
import { stepWords } from './step-kinds'
import { seconds } from './time'

/** Why a rule can never fire, in a sentence. */
export function neverFiresWords(show: Show, found: NeverFires): string {
  switch (found.why) {
    case 'zone off':
      return 'Can never fire: the zone is switched off, and no step switches it on.'
    case 'no chance':
      return 'Can never fire: no time in ten gets through.'
    case 'unsent':
      return `Can never fire: nothing sends “${found.signal}”.`
    case 'sent by itself':
      return `Can never fire: only its own cue sends “${found.signal}”.`
    case 'flag': {
      const { flag, is, value } = found.condition
      return `Can never fire: ${flagName(show, flag)} never is ${is === '=' ? '' : `${is} `}${flagValue(value)}.`
    }
    case 'contradiction':
      return `Can never fire: what it asks of ${flagName(show, found.flag)} can’t be all at once.`
    case 'nobody':
      return `Can never fire: nobody that it is meant for has ${found.tags.length === 1 ? 'the tag' : 'all the tags'} ${found.tags.join(', ')}.`
  }
}

/** What a rule leaves for good, in a sentence; empty if nothing. */
export function forGoodWords(show: Show, found: readonly ForGood[]): string {
  if (found.length === 0) return ''
  const names = found.map(({ step }) => stepWords(show, step)).join('; ')
  const nobody = found.some(({ why }) => why === 'unreleased')
  return `Once fired, for good: ${names}.${nobody ? ' Whoever leaves releases nothing.' : ' Nothing gives it back.'}`
}

/** When a rule that has fired is ready to fire again, in a sentence; empty for a time of the clock, which comes once. */
export function readyWords({ on, limit, cooldown, busy, per }: Rule): string {
  if (on.at === 'clock') return ''
  if (limit?.times === 1) return `Fires once${per === 'player' ? ' for each player' : ''}, and is never ready again.`
  const rest = cooldown && cooldown.seconds > 0 ? seconds(cooldown.seconds) : undefined
  const times = limit ? `, at most ${limit.times} times${per === 'player' ? ' a player' : ''}` : ''
  return `Ready again ${rest === undefined ? READY[busy] : READY_AFTER[busy][cooldown!.from](rest)}${times}.`
}
const READY: { [busy in Rule['busy']]: string } = {
  skip: 'once its cue has ended',
  restart: 'at once: the cue begins anew',
  overlap: 'at once, also over a cue that still plays',
  queue: 'at once: what comes while the cue plays waits for its end',
}
const READY_AFTER: { [busy in Rule['busy']]: { fire: (rest: string) => string; end: (rest: string) => string } } = {
  skip: {
    fire: (rest) => `${rest} after it fired, if its cue has ended by then`,
    end: (rest) => `${rest} after its cue has ended`,
  },
  restart: {
    fire: (rest) => `${rest} after it fired: a cue that still plays begins anew`,
    end: (rest) => `while its cue plays, which begins anew, and ${rest} after its end`,
  },
  overlap: {
    fire: (rest) => `${rest} after it fired, also over a cue that still plays`,
    end: (rest) => `while its cue plays, and ${rest} after its end`,
  },
  queue: {
    fire: (rest) => `${rest} after it fired: what comes while the cue plays waits for its end`,
    end: (rest) => `${rest} after its cue has ended: what comes while it plays waits`,
  },
}
