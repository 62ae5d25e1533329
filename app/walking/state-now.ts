import { channelAt, positionAt } from '~~/core/engine'
import { luxAt } from '~~/core/light'
import { loudnessShares, SILENCE, type Envelopes } from '~~/core/sound'
import { powerDecibels } from '~~/core/base'
import { cueName, markName } from '~/words/names'
import { plain } from '~/words/time'
import type { ShownMoment } from '~/frame/shown-moment'
import { fetchEnvelopes } from '~/document/keeping/envelopes'

/** What is the case for whoever walks, in words and numbers. */
export interface StateNow {
  /** Of each control, whether it is taken. */
  hands: { name: string; isTaken: boolean }[]
  picture: string
  /** Short-term loudness (LUFS). */
  loudness: number
  /** Light on them (lux). */
  lux: number
  playing: string[]
}
const CONTROLS = ['walk', 'jump', 'look', 'use'] as const

function pictureWords({ show, run, t, player }: ShownMoment): string {
  const { opacity } = channelAt(show, run, 'picture', t, player)
  const { mark } = channelAt(show, run, 'camera', t, player)
  const { vignetteAmount } = channelAt(show, run, 'atmosphere', t, player)
  return [
    mark === null ? '' : `through ${markName(show, mark)}`,
    opacity === 0 ? 'clear' : `covered ${plain(opacity * 100, 0)} %`,
    vignetteAmount === 0 ? '' : `vignette ${plain(vignetteAmount)}`,
  ]
    .filter(Boolean)
    .join(', ')
}

export function stateNow(
  moment: ShownMoment,
  playing: readonly string[],
  envelopes: ReadonlyMap<string, Envelopes>,
): StateNow {
  const { show, run, t, player } = moment
  const { locks, pace } = channelAt(show, run, 'controls', t, player)
  const [x, y, z] = positionAt(run.paths[player] ?? [], t)
  const shares = loudnessShares(show, run, player, envelopes, t)
  const power = shares.reduce((sum, { level }) => sum + 10 ** (level / 10), 0)
  return {
    hands: CONTROLS.map((name) => ({
      name: name === 'walk' && pace < 1 ? `walk at ${plain(pace * 100, 0)} %` : name,
      isTaken: locks.includes(name),
    })),
    picture: pictureWords(moment),
    loudness: power > 0 ? powerDecibels(power) : SILENCE,
    lux: luxAt(show, run, player, [x, y + show.player.eye, z], t),
    playing: playing.map((cue) => cueName(show, cue)),
  }
}

/** How loud the sounds are that have been heard, fetched as they first are. */
export class HeardEnvelopes {
  readonly known = new Map<string, Envelopes>()
  private readonly asked = new Set<string>()
  /** Asks for what sounds in a moment's run and isn't known. */
  ask({ show, run }: ShownMoment): void {
    const assets = new Map(show.sounds.map(({ id, asset }) => [id, asset]))
    const hashes = [...new Set(run.audible.flatMap(({ sound }) => assets.get(sound) ?? []))]
    const fresh = hashes.filter((hash) => !this.asked.has(hash))
    if (fresh.length === 0) return
    fresh.forEach((hash) => this.asked.add(hash))
    void fetchEnvelopes(fresh).then(
      (found) => found.forEach((envelope, hash) => this.known.set(hash, envelope)),
      () => fresh.forEach((hash) => this.asked.delete(hash)),
    )
  }
}
