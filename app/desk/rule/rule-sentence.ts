import { namesIn } from '~~/core/base'
import { type Condition, type Flag, type Moment, type PartKind, type Rule, type Show, type Target } from '~~/core/show'
import { freshMoment } from '~/document/making/fresh'
import type { RuleHere } from '~/document/making/rule-here'
import { tellKey } from '~/document/making/prompt-keys'
import { signalsOf } from '~/document/flags-and-signals'
import { choice, number, seconds, text, type Option, type Piece, type PutIn, type Way } from '~/sentence/pieces'
import { MOMENTS } from '~/words/sentences'

/** What a rule can be about, as it is chosen in its sentence. */
export interface Offers {
  cues: readonly Option[]
  targets: readonly Option[]
  facings: readonly Option[]
  flags: readonly Pick<Flag, 'id' | 'name' | 'start'>[]
  signals: readonly string[]
  /** The zones whose rule it is. */
  zones: readonly string[]
  /** Who can set off a rule and has a tag. */
  tagged: readonly { kind: Kinds[number]; tag: string }[]
}

type Kinds = Rule['who']['kinds']
const WHO: Kinds[] = [['player'], ['creature'], ['player', 'creature'], ['prop']]
const KINDS = ['player', 'creature', 'prop']
const MOMENT_OPTIONS: Option[] = Object.entries(MOMENTS).map(([value, words]) => ({
  value,
  words: value === 'signal' ? 'sets off the signal' : words,
}))
const CLOCK_OPTIONS = MOMENT_OPTIONS.map((moment) =>
  moment.value === 'clock' ? { ...moment, words: 'At the time' } : moment,
)
const LIMITS: Option[] = [
  { value: false, words: 'any number of times' },
  { value: true, words: 'at most' },
]
const PERS: Option[] = [
  { value: 'player', words: 'per player' },
  { value: 'run', words: 'per run' },
]
const DELAYS: Option[] = [
  { value: false, words: 'at once' },
  { value: true, words: 'after' },
]
const BUSY: Option[] = [
  { value: 'skip', words: 'skipping if it still plays' },
  { value: 'restart', words: 'starting anew if it still plays' },
  { value: 'overlap', words: 'also over one that still plays' },
  { value: 'queue', words: 'waiting if it still plays' },
]
const leavesWhen = (when: string): Option[] => [
  { value: 'release', words: `${when}, what it holds is released` },
  { value: 'stop', words: `${when}, it stops` },
  { value: 'nothing', words: `${when}, it goes on` },
]
const ON_LEAVING = leavesWhen('On leaving')
const ON_COMING_BACK = leavesWhen('On coming back')
const COMPARED: Option[] = [
  { value: '=', words: 'exactly' },
  { value: '!=', words: 'anything but' },
  { value: '>=', words: 'at least' },
  { value: '<=', words: 'at most' },
  { value: '>', words: 'more than' },
  { value: '<', words: 'less than' },
]

/** What a rule of a zone can be about: of a kit's rule for all its zones the kit's parts first, that stand for each zone's own. */
export function offersFor(show: Show, { zone, kit, here }: Pick<RuleHere, 'zone' | 'kit' | 'here'>): Offers {
  const partsOf = (is: PartKind) =>
    here
      ? []
      : (kit?.parts ?? [])
          .filter((part) => part.is === is)
          .map(({ id, name }) => ({ id: `part:${id}`, name: `its ${name}` }))
  const { props, marks } = show.place
  const targets: { value: Target; words: string }[] = [
    ...partsOf('prop').map(({ id, name }) => ({ value: { prop: id }, words: name })),
    ...partsOf('mark').map(({ id, name }) => ({ value: { mark: id }, words: name })),
    ...props.map(({ id, name }) => ({ value: { prop: id }, words: name })),
    ...marks.map(({ id, name }) => ({ value: { mark: id }, words: name })),
  ]
  const startOf = (part: string) =>
    show.flags.find((flag) => flag.id === zone.parts?.[part.slice('part:'.length)])?.start ?? false
  return {
    cues: [...show.cues.map(({ id, name }) => ({ value: id, words: name })), { value: '', words: '+ new cue' }],
    targets,
    facings: [
      { value: undefined, words: 'facing anywhere' },
      ...targets.map(({ value, words }) => ({ value, words: `facing ${words}` })),
    ],
    flags: [...partsOf('flag').map(({ id, name }) => ({ id, name, start: startOf(id) })), ...show.flags],
    signals: signalsOf(show).map(({ name }) => name),
    zones: kit && !here ? show.zones.flatMap((each) => (each.kit === kit.id ? [each.id] : [])) : [zone.id],
    tagged: [
      ...show.walks.flatMap(({ body }) => body.tags.map((tag) => ({ kind: body.kind, tag }))),
      ...props.flatMap((prop) => prop.tags.map((tag) => ({ kind: 'prop' as const, tag }))),
    ],
  }
}

const MOMENT = 'Change the moment'
type Kind<At extends Moment['at']> = Extract<Moment, { at: At }>
const at = <At extends Moment['at']>(on: Kind<At>, { targets, cues }: Offers, options: readonly Option[]): Piece =>
  choice('Moment', 'on', on.at, options, {
    does: MOMENT,
    // A moment that needs something to look at, or a cue to wait for, where there is none, is refused with a word.
    choose: (put, kind) =>
      put(
        'on',
        freshMoment(kind as At, targets[0]?.value as Target | undefined, endsOf(cues)[0]?.value as string | undefined)!,
      ),
  })
/** The cues whose end can be waited for: all but the one that is yet to be made. */
const endsOf = (cues: readonly Option[]): readonly Option[] => cues.filter(({ value }) => value !== '')
const ENDINGS: { [why in Kind<'end'>['why']]: string } = {
  any: 'however it ended',
  done: 'by itself',
  released: 'let go by leaving',
  stopped: 'stopped',
}
const ENDING_OPTIONS: Option[] = namesIn(ENDINGS).map((value) => ({ value, words: ENDINGS[value] }))
const HEARD_BY: Option[] = [
  { value: false, words: 'whoever set that off' },
  { value: true, words: 'each who is inside' },
]
const stay = (name: string, value: number): Piece => number(name, 'on.seconds', value, 's', { min: 0, does: MOMENT })
const angle = (way: Way, value: number): Piece =>
  number('Angle', way, value, '°', { min: 0, max: 180, step: 5, does: MOMENT })
const targetOf = (target: Target): Target => ('prop' in target ? { prop: target.prop } : { mark: target.mark })

/** What follows the words of each kind of moment. */
const DETAILS: { [At in Moment['at']]: (on: Kind<At>, offers: Offers) => Piece[] } = {
  enter: () => [],
  leave: () => [],
  dwell: (on) => [' ', stay('Stay', on.seconds)],
  clock: (on) => [' ', stay('Time', on.seconds)],
  use: ({ key, facing }, { facings, zones }) => [
    ' ',
    { ...text('Key', 'on.key', key), does: MOMENT, alsoChange: (edit, now) => tellKey(edit, zones, key, now) },
    ' ',
    choice('Facing', 'on.facing', facing && targetOf(facing), facings, {
      does: MOMENT,
      choose: (put, target) => put('on.facing', target ? { ...(target as Target), within: 60 } : undefined),
    }),
    ...(facing ? [' within ', angle('on.facing.within', facing.within)] : []),
  ],
  look: (on, { targets }) => [
    ' ',
    choice('Target', 'on.target', on.target, targets, { does: MOMENT }),
    ' within ',
    angle('on.within', on.within),
    ' for ',
    stay('Look for', on.seconds),
  ],
  signal: (on, { signals }) => [' ', { ...text('Signal', 'on.name', on.name), offers: signals, does: MOMENT }],
  end: (on, { cues }) => [
    ' ',
    choice('Ended', 'on.cue', on.cue, endsOf(cues), { cue: true, does: MOMENT }),
    ', ',
    choice('How it ended', 'on.why', on.why, ENDING_OPTIONS, { does: MOMENT }),
    ', for ',
    choice('Heard by', 'on.inside', on.inside, HEARD_BY, { does: MOMENT }),
  ],
}

/** Who is meant, by kind, in one order, and by tags, of which all are needed. */
const whoWith = (kinds: Kinds, tags: readonly string[]): Option => ({
  value: { kinds, tags },
  words: kinds.map((kind) => `a ${kind}`).join(' or ') + (tags.length > 0 ? ` tagged ${tags.join(', ')}` : ''),
})
function whoOf({ who }: Rule, { tagged }: Offers): Piece[] {
  const now = whoWith(
    [...who.kinds].sort((a, b) => KINDS.indexOf(a) - KINDS.indexOf(b)),
    who.tags,
  )
  const offered = [
    ...WHO.map((kinds) => whoWith(kinds, [])),
    ...tagged.map(({ kind, tag }) => whoWith([kind], [tag])),
    now,
  ]
  const options = [...new Map(offered.map((option) => [option.words, option])).values()]
  return [choice('Who', 'who', now.value, options, { does: 'Change who' })]
}

const CONDITION = 'Change the condition'
const saysYes = ({ is, value }: Condition): boolean => (is === '!=') !== (value === true)
/** What is chosen of a flag: of one that counts it is the flag alone, how it is compared and with what are parts of their own. */
interface Asked {
  flag: string
  says?: boolean
}
const askedOf = (condition: Condition): Asked =>
  typeof condition.value === 'number' ? { flag: condition.flag } : { flag: condition.flag, says: saysYes(condition) }
const conditionOf = ({ flag, says }: Asked): Condition =>
  says === undefined ? { flag, is: '>=', value: 1 } : { flag, is: '=', value: says }

/** What flags have to say for a rule to fire, all of it: as many conditions as one likes. */
function conditionsOf({ when }: Rule, { flags }: Offers): Piece[] {
  const options: Option[] = [
    { value: undefined, words: 'whatever the flags' },
    ...flags.flatMap(({ id, name, start }) =>
      typeof start === 'number'
        ? [{ value: { flag: id }, words: `if ${name} is` }]
        : [true, false].map((says) => ({ value: { flag: id, says }, words: `if ${name} is ${says ? 'yes' : 'no'}` })),
    ),
  ]
  const asks = (index: number, now: Asked | undefined): Piece =>
    choice(index === 0 ? 'Condition' : `Condition ${index + 1}`, `when.${index}`, now, options, {
      does: CONDITION,
      choose: (put, chosen) => put('when', when.toSpliced(index, 1, ...(chosen ? [conditionOf(chosen as Asked)] : []))),
    })
  if (when.length === 0) return [asks(0, undefined)]
  const compared = ({ is, value }: Condition, index: number): Piece[] =>
    typeof value !== 'number'
      ? []
      : [
          ' ',
          choice(index === 0 ? 'Condition, compared' : `Condition ${index + 1}, compared`, `when.${index}.is`, is, COMPARED, { does: CONDITION }), // prettier-ignore
          ' ',
          number(index === 0 ? 'Flag value' : `Flag value ${index + 1}`, `when.${index}.value`, value, '', {
            step: 1,
            does: CONDITION,
          }),
        ]
  /** One more: of a flag that isn't asked yet, if there is one. */
  const more = (put: PutIn) => {
    const free = flags.find(({ id }) => !when.some(({ flag }) => flag === id)) ?? flags[0]!
    const asked = typeof free.start === 'number' ? { flag: free.id } : { flag: free.id, says: true }
    put('when', [...when, conditionOf(asked)])
  }
  return [
    ...when.flatMap((condition, i) => [i > 0 ? ' and ' : '', asks(i, askedOf(condition)), ...compared(condition, i)]),
    ...(flags.length > 0 ? [' ', { as: 'more', name: 'and…', way: 'when', does: CONDITION, put: more } as const] : []),
  ]
}

function limitOf({ limit, per }: Rule): Piece[] {
  const isLimited = choice('Limit', 'limit', limit !== undefined, LIMITS, {
    does: 'Change the limit',
    choose: (put, some) => put('limit', some ? { times: 1 } : undefined),
  })
  if (!limit) return [isLimited]
  return [
    isLimited,
    ' ',
    number('Times', 'limit.times', limit.times, limit.times === 1 ? 'time' : 'times', {
      min: 1,
      step: 1,
      digits: 0,
      does: 'Change the limit',
    }),
    ' ',
    choice('Counted', 'per', per, PERS, { does: 'Count' }),
  ]
}
function delayOf({ delay }: Rule): Piece[] {
  const isDelayed = choice('Delay', 'delay', delay > 0, DELAYS, {
    does: 'Change the delay',
    choose: (put, some) => put('delay', some ? 1 : 0),
  })
  return delay > 0 ? [isDelayed, ' ', { ...seconds('After', 'delay', delay), does: 'Change the delay' }] : [isDelayed]
}

/** A rule as a sentence whose parts are its fields: all but debounce and cooldown, which are dials. `fireNew`: makes it a cue of its own. */
export function ruleSentence(rule: Rule, offers: Offers, fireNew: () => void): Piece[] {
  const { on } = rule
  const moment = (options: readonly Option[]): Piece[] => [
    at(on, offers, options),
    ...(DETAILS[on.at] as (on: Moment, offers: Offers) => Piece[])(on, offers),
  ]
  return [
    ...(on.at === 'clock' ? moment(CLOCK_OPTIONS) : ['When ', ...whoOf(rule, offers), ' ', ...moment(MOMENT_OPTIONS)]),
    ...(offers.flags.length > 0 || rule.when.length > 0 ? [', ', ...conditionsOf(rule, offers)] : []),
    ', ',
    ...limitOf(rule),
    ', ',
    number('Chance', 'chance', rule.chance, 'times in 10', {
      min: 0,
      max: 10,
      step: 0.5,
      times: 10,
      does: 'Change the chance',
    }),
    ' → fire ',
    choice('Cue', 'cue', rule.cue, offers.cues, {
      cue: true,
      does: 'Fire another cue',
      elsewhere: { value: '', go: fireNew },
    }),
    ', ',
    ...delayOf(rule),
    ', ',
    choice('While it plays', 'busy', rule.busy, BUSY, { does: 'Change what a busy cue does' }),
    '. ',
    choice('Leaving', 'onLeave', rule.onLeave, on.at === 'leave' ? ON_COMING_BACK : ON_LEAVING, {
      does: 'Change what leaving does',
    }),
    '. ',
  ]
}
