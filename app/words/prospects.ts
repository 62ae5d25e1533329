import type { ForGood, NeverFires } from '~~/core/findings'
import type { Show } from '~~/core/show'
import { flagName } from './names'
import { stepWords } from './step-kinds'
import { plain } from './time'

const valueWords = (value: boolean | number): string => (value === true ? 'yes' : value === false ? 'no' : plain(value))

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
      return `Can never fire: ${flagName(show, flag)} never is ${is === '=' ? '' : `${is} `}${valueWords(value)}.`
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
