import type { Range, SoundStep } from '~~/core/show'
import { putIn, rulesHere } from '~/document/making/rule-here'
import { poolName, soundName } from '~/words/names'
import { MOMENTS } from '~/words/sentences'
import { stepWords } from '~/words/step-kinds'
import { makeWhole, wholeCalled } from '~/wiring/whole-things'
import {
  called,
  cuesOf,
  noneCalled,
  NOTE,
  numberColumn,
  stepOf,
  ZONE,
  type Column,
  type Row,
  type Table,
} from './table'

const soundOf = ({ step }: Row): SoundStep | undefined => (step?.kind === 'sound' ? step : undefined)
/** The middle of a range, as one number. */
const middle = ([a, b]: Range): number => (a + b) / 2

const SOUND: Column = {
  name: 'Sound',
  choices: ({ sounds, pools }) => [...sounds, ...pools].map(({ name }) => name),
  read(row, show) {
    const { sound, pool } = soundOf(row) ?? {}
    return sound !== undefined ? soundName(show, sound) : pool !== undefined ? poolName(show, pool) : ''
  },
  put(edit, row, text) {
    if (!text.trim()) return soundOf(row) && 'At the desk the sound is taken away'
    const sound = called(edit.show.sounds, text)
    const pool = sound ? undefined : called(edit.show.pools, text)
    if (!sound && !pool) return noneCalled('sound or pool', text)
    if (!soundOf(row)) return 'Its cue has no sound yet: at the desk one is added'
    edit.setFound(stepOf(row, 'pool') ?? [], pool?.id)
    edit.setFound(stepOf(row, 'sound') ?? [], sound?.id)
    return undefined
  },
}
const GAIN = numberColumn({
  name: 'Gain',
  unit: 'dB',
  min: -60,
  max: 40,
  lacks: (row) => (soundOf(row) ? undefined : 'Its cue has no sound yet: at the desk one is added'),
  get: (row) => {
    const { gain } = soundOf(row) ?? {}
    return gain && middle(gain)
  },
  // How far its draws lie apart stays as it is.
  put(edit, row, value) {
    const { gain } = soundOf(row) ?? {}
    const address = stepOf(row, 'gain')
    if (!gain || !address || value === undefined) return
    const by = value - middle(gain)
    edit.setFound(address, [gain[0] + by, gain[1] + by])
  },
})

/** All scares: what each does, and what lets it fire, how often, after which rest. */
export const SCARES: Table = {
  name: 'Scares',
  says: 'Every rule that fires a cue marked as a scare',
  columns: [
    ZONE,
    SOUND,
    GAIN,
    numberColumn({
      name: 'At most',
      min: 1,
      max: 1000,
      perhaps: true,
      get: ({ rule }) => rule?.rule.limit?.times,
      put: (edit, { rule }, value) =>
        rule && putIn(rule, edit, 'limit', value === undefined ? undefined : { times: Math.round(value) }),
    }),
    numberColumn({
      name: 'Cooldown',
      unit: 's',
      perhaps: true,
      get: ({ rule }) => rule?.rule.cooldown?.seconds,
      put: (edit, { rule }, seconds) =>
        rule && putIn(rule, edit, 'cooldown', seconds ? { from: 'fire', ...rule.rule.cooldown, seconds } : undefined),
    }),
    numberColumn({
      name: 'Debounce',
      unit: 's',
      get: ({ rule }) => rule?.rule.debounce,
      put: (edit, { rule }, value) => rule && value !== undefined && putIn(rule, edit, 'debounce', value),
    }),
    numberColumn({
      name: 'Chance in 10',
      max: 10,
      get: ({ rule }) => rule && Math.round(rule.rule.chance * 1e4) / 1e3,
      put: (edit, { rule }, value) => rule && value !== undefined && putIn(rule, edit, 'chance', value / 10),
    }),
    numberColumn({
      name: 'Delay',
      unit: 's',
      get: ({ rule }) => rule?.rule.delay,
      put: (edit, { rule }, value) => rule && value !== undefined && putIn(rule, edit, 'delay', value),
    }),
    {
      name: 'Takes',
      read: ({ rule, cue, step }, show) =>
        [
          rule && `who ${MOMENTS[rule.rule.on.at]}`,
          ...(cue?.steps ?? [])
            .filter(({ id, muted }) => id !== step?.id && !muted)
            .map((each) => stepWords(show, each)),
        ]
          .filter(Boolean)
          .join(' · '),
    },
    NOTE,
  ],
  rows: (show) =>
    show.zones.flatMap((zone) =>
      rulesHere(show, zone).flatMap((rule): Row[] => {
        const cue = cuesOf(show).get(rule.rule.cue)
        if (!cue?.scare) return []
        return [{ key: `${zone.id}/${rule.rule.id}`, zone, rule, cue, step: cue.steps.find(({ kind }) => kind === 'sound') }] // prettier-ignore
      }),
    ),
  pools: true,
  make: (edit, zone, heard) => makeWhole(edit, zone, wholeCalled('A scare'), { heard }),
}
