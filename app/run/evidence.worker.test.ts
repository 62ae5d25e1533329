import { beforeEach, expect, it, vi } from 'vitest'
import { patchOf, type Editor } from '~~/core/show'
import { observe, type Evidence } from '~~/core/study'
import { dithering, oneRule } from '~~/core/testing/small-show'
import type { EvidenceWorker } from './evidence.worker'

const exposed = vi.hoisted(() => ({ api: undefined as unknown }))
vi.mock('comlink', () => ({ expose: (api: unknown) => (exposed.api = api) }))

const there = dithering(1, 3, 6)
const show = oneRule({ debounce: 1 }, [], { show: { walks: [there] } })
const walks = show.walks.map(({ id }) => id)
const expected = (of: typeof show, walkers: number) => {
  const evidence: Evidence = new Map()
  for (let walker = 1; walker <= walkers; walker++) observe(of, { walks }, walker, evidence)
  return [...evidence]
}
const nobody = () => {}
const ONE = new Set(['r'])

let worker: EvidenceWorker
beforeEach(async () => {
  vi.resetModules()
  await import('./evidence.worker')
  worker = exposed.api as EvidenceWorker
  worker.open(show)
})

it('gives the moments of each rule by each walker, and says how far it is', async () => {
  const progress: number[] = []
  const found = await worker.study([], { walks }, 12, (n) => void progress.push(n), ONE)
  expect(found).toEqual(expected(show, 12))
  expect(found![0]![1].length).toBeGreaterThan(12)
  expect(progress.at(-1)).toBe(12)
})

it('counts with what edits have made of the show, and for a drag with what that would make of it', async () => {
  const { patch, show: after } = patchOf(show, (e: Editor) => e.set(['zones', 'z', 'rules', 'r', 'debounce'], 30))
  expect(await worker.study([], { walks }, 5, nobody, ONE, patch)).toEqual(expected(after, 5))
  expect(await worker.study([], { walks }, 5, nobody, ONE)).toEqual(expected(show, 5))
  expect(await worker.study([patch], { walks }, 5, nobody, ONE)).toEqual(expected(after, 5))
})

it('gives up what nobody waits for any more', async () => {
  const first = worker.study([], { walks }, 100_000, nobody, ONE)
  const second = worker.study([], { walks }, 3, nobody, ONE)
  expect(await second).toEqual(expected(show, 3))
  expect(await first).toBeUndefined()
})

it('finds nothing where the run has no end', async () => {
  const ring = (e: Editor) => {
    e.set(['cues', 'cue', 'steps'], [{ id: 's', kind: 'signal', name: 'go', at: 0, jitter: 0, muted: false, delay: 0 }])
    e.set(['zones', 'z', 'rules', 'r', 'busy'], 'overlap')
    e.set(['zones', 'z', 'rules', 'r', 'debounce'], 0)
    e.set(['zones', 'z', 'rules', 'r', 'on'], { at: 'signal', name: 'go', inside: false })
    e.add(['rules'], { ...show.zones[0]!.rules[0]!, id: 'first', on: { at: 'clock', seconds: 1 } })
  }
  const { patch } = patchOf(show, ring)
  expect(await worker.study([patch], { walks }, 3, nobody, ONE)).toEqual([])
})
