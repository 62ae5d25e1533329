import { stateAt, partsOf } from '~~/core/engine'
import type { Show } from '~~/core/show'
import { SILENCE } from '~~/core/sound'
import { markName } from '~/words/names'
import { wordsOf, type Sense } from '~/words/step-kinds'
import { count, plain } from '~/words/time'
import type { usePreview } from '../preview/preview'

type Store = ReturnType<typeof usePreview>
const LOCKS = ['walk', 'jump', 'look', 'use'] as const

/** What each sense is doing at a time of a preview, in a few words. */
export function readOuts(
  show: Show,
  { made, loudness }: Pick<Store, 'made' | 'loudness'>,
  t: number,
): {
  [sense in Sense]: string
} {
  if (!made) return { hear: '', light: '', picture: '', hands: '', world: '', signals: '' }
  const at = Math.max(0, Math.min(made.run.length - 0.01, t))
  const state = stateAt(made.show, made.run, at)
  const [own] = Object.values(state.players)
  const lufs = loudness[Math.floor(at * 10)] ?? SILENCE
  const locks = own?.controls.locks ?? []
  const camera = own?.camera.mark ?? null
  const opacity = own?.picture.opacity ?? 0
  const vignette = own?.atmosphere.vignetteAmount ?? 0
  const prompts = Object.entries(own ?? {}).filter(
    ([name, fields]) => partsOf(name).kind === 'prompt' && 'shown' in fields && fields.shown,
  )
  const flying = made.run.flights.filter((flight) => flight.t <= at && flight.t + flight.positions.length / 120 > at)
  const tied = made.cue.steps.filter((step) => wordsOf(step.kind).sense === 'signals' && step.at <= at)
  return {
    hear: `${lufs <= SILENCE ? 'silent' : `${plain(lufs, 0)} LUFS`}${state.sounding.length > 0 ? ` · ${state.sounding.length} sounding` : ''}`,
    light: `${plain(made.lux[Math.min(made.lux.length - 1, Math.floor(at * 10))] ?? 0, 1)} lx on player`,
    picture:
      opacity > 0.005
        ? `${plain(opacity * 100, 0)} % covered`
        : camera !== null
          ? `at ${markName(show, camera)}`
          : vignette > 0
            ? `vignette ${plain(vignette)}`
            : 'own eyes',
    hands:
      locks.length > 0
        ? `no ${LOCKS.filter((lock) => locks.includes(lock)).join(', ')}`
        : prompts.length > 0
          ? count(prompts.length, 'board')
          : 'free',
    world: flying.length > 0 ? `${flying.length} in flight` : '',
    signals: tied.length > 0 ? `${tied.length} tied` : '',
  }
}
