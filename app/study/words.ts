import type { CueTally, Miss, SeenTally, Share } from '~~/core/study'
import { tick } from '~/words/time'

/** Why somebody never meets a cue, of those who don't. */
export const MISSED: { [why in Miss]: string } = {
  off: 'it is off',
  who: 'not meant',
  debounce: 'by debounce',
  condition: 'a condition',
  limit: 'by its limit',
  cooldown: 'by cooldown',
  busy: 'it was busy',
  chance: 'unlucky',
  'not there': 'never come by',
  'no press': 'never press',
  'no moment': 'no moment for it',
  'nothing fires it': 'nothing fires it',
}
/** A share in a hundred; one that is hardly anything is not said to be nothing. */
export function inHundred({ count, share }: Pick<Share, 'count' | 'share'>): string {
  const hundred = share * 100
  if (count > 0 && hundred < 1) return '<1'
  return String(share < 1 && hundred > 99 ? 99 : Math.round(hundred))
}
/** Between which it lies for all the walkers there could be. */
export const between = ({ low, high, of }: Share): string =>
  `Between ${Math.round(low * 1000) / 10} and ${Math.round(high * 1000) / 10} in 100, to judge by ${of} walkers (19 times in 20)`

/** Why a thing isn’t seen, of those who don’t see it. */
const UNSEEN: { [why in SeenTally['unseen'][number]['why']]: string } = {
  gone: 'it isn’t there',
  outside: 'out of view',
  hidden: 'behind something',
  dark: 'too dark',
  small: 'too small',
  veiled: 'under a fade',
}
/** How many see what a cue touches, of those who meet it, and why others don’t. */
export function seenWords({ seen, of, unseen }: SeenTally): string {
  const why = unseen.map(({ why, count }) => `${count} ${UNSEEN[why]}`)
  return `${seen} of ${of} who meet it see it${why.length > 0 ? `: ${why.join(', ')}` : ''}`
}

/** A cue in sentences: who never meets it and why, who gets it again, when it comes. */
export function sentencesOf({ never, more, first, missed }: CueTally): { bold: string; rest: string }[] {
  const why = missed.map((miss) => `${inHundred({ count: miss.count, share: miss.count / never.of })} ${MISSED[miss.why]}`) // prettier-ignore
  return [
    never.count === 0
      ? { bold: 'Everybody meets it.', rest: '' }
      : { bold: `${inHundred(never)} in 100 never meet it`, rest: `: ${why.join(', ')}.` },
    more.count === 0
      ? { bold: 'Nobody gets it twice.', rest: '' }
      : { bold: `${inHundred(more)} in 100 get it more than once.`, rest: '' },
    ...(never.count < never.of
      ? [
          {
            bold: `It comes at ${tick(first[2]!)}`,
            rest: `, for half of them between ${tick(first[1]!)} and ${tick(first[3]!)}.`,
          },
        ]
      : []),
  ]
}
