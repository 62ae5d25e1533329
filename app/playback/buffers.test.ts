import { describe, expect, it } from 'vitest'
import { run, walksOf } from '~~/core/engine'
import { oneRule, SOUND } from '~~/core/testing/small-show'
import { soundsAhead } from './ahead'
import { createBuffers } from './buffers'

const MEBI = 1024 * 1024
/** Sounds of a mebibyte each, of which each is asked for as it is decoded. */
function held(most: number) {
  const asked: string[] = []
  const waiting = new Map<string, () => void>()
  const buffers = createBuffers({
    most,
    came: () => {},
    decode: (asset) => {
      asked.push(asset)
      return new Promise((done) =>
        waiting.set(asset, () => done({ length: MEBI / 4, numberOfChannels: 1 } as AudioBuffer)),
      )
    },
  })
  const wanted = (...assets: string[]) => assets.map((asset) => ({ asset, seconds: MEBI / 4 / 48_000 }))
  /** Lets all that is under way come, and what is asked for then. */
  async function come(): Promise<void> {
    while (waiting.size > 0) {
      const [asset, done] = [...waiting][0]!
      waiting.delete(asset)
      done()
      for (let i = 0; i < 6; i++) await Promise.resolve()
    }
  }
  return { buffers, asked, wanted, come }
}

describe('decoded sounds', () => {
  it('are fetched the most urgent first, a few at a time, each once', async () => {
    const { buffers, asked, wanted, come } = held(100 * MEBI)
    buffers.want(wanted('a', 'b', 'c', 'd', 'e', 'f'))
    expect(asked).toEqual(['a', 'b', 'c', 'd'])
    await come()
    buffers.want(wanted('b', 'g'))
    await come()
    expect(asked).toEqual(['a', 'b', 'c', 'd', 'e', 'f', 'g'])
    expect(buffers.get('f')).toBeDefined()
  })
  it('are held within a budget: what is wanted next stays, what was used longest ago goes', async () => {
    const { buffers, asked, wanted, come } = held(3 * MEBI)
    buffers.want(wanted('a', 'b', 'c', 'd'))
    await come()
    expect(asked).toEqual(['a', 'b', 'c'])
    buffers.get('a')
    buffers.want(wanted('c', 'd'))
    await come()
    buffers.want([])
    expect(['a', 'b', 'c', 'd'].map((asset) => buffers.get(asset) !== undefined)).toEqual([true, false, true, true])
  })
  it('of which one is larger than the budget is fetched alone', async () => {
    const { buffers, asked, wanted, come } = held(MEBI / 2)
    buffers.want(wanted('a', 'b'))
    await come()
    expect(asked).toEqual(['a'])
    expect(buffers.get('a')).toBeDefined()
  })
})

it('what sounds already comes before what will, and what is over or far off does not come', () => {
  const sounds = ['past', 'now', 'soon', 'late'].map((id) => ({ ...SOUND, id, asset: id.padEnd(64, '0') }))
  const step = (id: string, at: number, seconds: number) => ({
    id,
    kind: 'bed',
    sound: id,
    at,
    hold: seconds,
    fadeOut: 0,
  })
  const show = oneRule({}, [step('past', 0, 1), step('soon', 20, 9), step('now', 2, 30), step('late', 200, 9)], {
    show: { sounds: sounds.map((sound) => ({ ...sound, asset: sound.asset.replace(/[^0-9a-f]/g, 'a') })) },
  })
  const played = run(show, walksOf(show, ['w']), { seed: 1 })
  const assets = soundsAhead(show, played, 0, 10).map(({ asset }) => asset)
  expect(assets).toEqual(['now', 'soon'].map((id) => show.sounds.find((sound) => sound.id === id)!.asset))
})

it('of a long sound the pieces that sound next come, not the whole of it', () => {
  const show = oneRule({ onLeave: 'nothing' }, [{ id: 'b', kind: 'bed', sound: SOUND.id, hold: 600 }], {
    show: { sounds: [{ ...SOUND, seconds: 900 }] },
  })
  const played = run(show, walksOf(show, ['w']), { seed: 1 })
  const wanted = (t: number) => soundsAhead(show, played, 0, t).map(({ asset }) => asset.split('#')[1])
  expect(wanted(0)).toEqual(['0', '1', '2'])
  expect(wanted(15)).toEqual(['0', '1', '2', '3'].slice(0, wanted(15).length))
  expect(wanted(15).length).toBeGreaterThan(0)
})
