import { beforeEach, describe, expect, it, vi } from 'vitest'
import { eventsOf, run, walksOf } from '~~/core/engine'
import { patchOf, type Editor, type Show } from '~~/core/show'
import { across, oneRule, point, show as made, walk } from '~~/core/testing/small-show'
import type { RunWorker } from './run.worker'

/** What a worker exposes to its page. */
const exposed = vi.hoisted(() => ({ api: undefined as unknown }))
vi.mock('comlink', () => ({ expose: (api: unknown) => (exposed.api = api), transfer: (value: unknown) => value }))
vi.stubGlobal('Path2D', class {})
vi.mock('~/canvas/fonts', () => ({ loadFonts: async () => {} }))

const twoZones = made({
  cues: [{ id: 'cue', name: 'Cue', steps: [{ id: 'f', kind: 'fade', in: 0.5, stay: 0.5, out: 0.5 }] }],
  zones: ['a', 'b'].map((id, i) => ({
    id,
    name: id,
    ...across(2 + 6 * i, 4 + 6 * i),
    rules: [{ id: `r${id}`, on: { at: 'enter' }, cue: 'cue' }],
  })),
})
const asked = { walks: ['w'], seed: 7, done: [] }
const expectedOf = (show: Show) => eventsOf(run(show, walksOf(show, ['w']), { seed: 7 }))
const edit = (show: Show, work: (e: Editor) => void) => patchOf(show, work)
const switchedOff = (e: Editor) => e.set(['zones', 'b', 'enabled'], false)

let worker: RunWorker
beforeEach(async () => {
  vi.resetModules()
  await import('./run.worker')
  worker = exposed.api as RunWorker
})

describe('the worker of the run', () => {
  it('runs the show that it was given, and gives the page that run once', async () => {
    worker.open(twoZones)
    expect(await worker.run(asked)).toMatchObject({ partial: false, drawn: expect.any(Number) })
    const published = worker.publish()!
    expect(eventsOf(published.run)).toEqual(expectedOf(twoZones))
    expect(published.score.lanes.map((lane) => [lane.zone, lane.fired.length])).toEqual([
      ['a', 1],
      ['b', 1],
    ])
    expect(worker.publish()).toBeUndefined()
  })

  it('runs what edits have made of it, and during a drag what that would make of it', async () => {
    worker.open(twoZones)
    const { patch, show: off } = edit(twoZones, switchedOff)
    await worker.run({ ...asked, draft: patch })
    expect(eventsOf(worker.publish()!.run)).toEqual(expectedOf(off))
    await worker.run(asked)
    expect(eventsOf(worker.publish()!.run)).toEqual(expectedOf(twoZones))
    await worker.run({ ...asked, done: [patch] })
    expect(eventsOf(worker.publish()!.run)).toEqual(expectedOf(off))
  })

  it('leaves the paths out where bodies go as before, and sends them where they don’t', async () => {
    worker.open(twoZones)
    await worker.run(asked)
    expect(worker.publish()).toMatchObject({ sameWays: false })
    const later = edit(twoZones, (e) => e.set(['zones', 'a', 'rules', 'ra', 'delay'], 1))
    await worker.run({ ...asked, done: [later.patch] })
    expect(worker.publish()).toMatchObject({ sameWays: true })
    const farther = edit(later.show, (e) => e.set(['walks', 'w', 'points'], walk('w', point(0), point(15)).points))
    await worker.run({ ...asked, done: [farther.patch] })
    expect(worker.publish()).toMatchObject({ sameWays: false })
  })

  it('shows a run that goes round without end up to there, and says what goes round', async () => {
    worker.open(
      made({
        cues: [{ id: 'ring', name: 'Ring', for: 'everyone', steps: [{ id: 's', kind: 'signal', name: 'again' }] }],
        rules: [
          { id: 'a', on: { at: 'clock', seconds: 1 }, cue: 'ring', busy: 'overlap' },
          { id: 'b', on: { at: 'signal', name: 'again' }, cue: 'ring', busy: 'overlap' },
        ],
      }),
    )
    const answer = await worker.run(asked)
    expect(answer).toMatchObject({ problem: expect.stringContaining('"Ring"'), drawn: expect.any(Number) })
    const { run: kept } = worker.publish()!
    expect(kept.log.count).toBeGreaterThan(100)
    expect(kept.log.t[0]).toBe(1)
  })

  it('names a walk that is not there, and draws nothing', async () => {
    worker.open(oneRule({}, []))
    expect(await worker.run({ ...asked, walks: ['nobody'] })).toEqual({
      problem: expect.stringContaining('no walk "nobody"'),
    })
    expect(worker.publish()).toBeUndefined()
  })

  it('shows an earlier version beside what is run now, until it is left', async () => {
    const boxes: number[][] = []
    const context = new Proxy({} as Record<string, unknown>, {
      get: (state, name: string) =>
        name === 'canvas'
          ? { width: 0, height: 0 }
          : name === 'strokeRect'
            ? (...box: number[]) => boxes.push(box)
            : name === 'measureText'
              ? () => ({ width: 6 })
              : name === 'createLinearGradient'
                ? () => ({ addColorStop() {} })
                : (state[name] ?? (() => {})),
      set: (state, name: string, value) => ((state[name] = value), true),
    })
    worker.open(twoZones)
    worker.mount({ getContext: () => context } as unknown as OffscreenCanvas)
    worker.look({
      layout: { width: 800, height: 400, from: 0, to: 20, ruler: 20, lane: 24, scroll: 0, curves: 330 },
      ratio: 1,
    })
    await worker.run(asked)
    boxes.length = 0
    // In it the second zone was wider: it alone is outlined where it was.
    const { show: wider } = edit(twoZones, (e) => e.set(['zones', 'b', 'rim'], 1))
    await worker.compare({ show: wider }, undefined)
    await worker.run({ ...asked, seed: 8 })
    expect(boxes).toHaveLength(1)
    boxes.length = 0
    await worker.compare(undefined, undefined)
    await worker.run(asked)
    expect(boxes).toEqual([])
  })

  it('has a lane for a zone that only the earlier version had, also while something is dragged', async () => {
    const { show: one } = edit(twoZones, (e) => e.remove(['zones', 'b']))
    worker.open(one)
    const lanes = () => worker.publish()!.score.lanes.map((lane) => [lane.zone, lane.fired.length, lane.gone === true])
    await worker.compare({ show: twoZones }, undefined)
    await worker.run(asked)
    const compared = [
      ['a', 1, false],
      ['b', 0, true],
    ]
    expect(lanes()).toEqual(compared)
    await worker.run({ ...asked, draft: edit(one, (e) => e.set(['zones', 'a', 'rim'], 0.2)).patch })
    expect(lanes()).toEqual(compared)
    await worker.compare(undefined, undefined)
    await worker.run(asked)
    expect(lanes()).toEqual([['a', 1, false]])
  })

  it('runs the later of two earlier versions in place of the show, whatever is edited meanwhile', async () => {
    const { show: off } = edit(twoZones, switchedOff)
    worker.open(off)
    await worker.compare({ show: off }, { show: twoZones })
    await worker.run(asked)
    expect(eventsOf(worker.publish()!.run)).toEqual(expectedOf(twoZones))
    const done = edit(off, (e) => e.remove(['zones', 'b'])).patch
    await worker.run({ ...asked, done: [done] })
    expect(worker.publish()!.score.lanes.map(({ zone }) => zone)).toEqual(['a', 'b'])
    await worker.compare({ show: off }, { show: { ...twoZones, walks: [] } })
    expect(await worker.run(asked)).toEqual({ problem: expect.stringContaining('None of these walks') })
    await worker.compare(undefined, undefined)
    await worker.run(asked)
    expect(worker.publish()!.score.lanes.map(({ zone }) => zone)).toEqual(['a'])
  })
})
