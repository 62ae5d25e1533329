import { createPinia, disposePinia, setActivePinia, type Pinia } from 'pinia'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { nextTick, reactive, ref, shallowRef } from 'vue'
import type { Operation, Show } from '~~/core/show'
import type { Moment } from '~~/core/study'
import { oneRule } from '~~/core/testing/small-show'

/** A worker that answers when it is told to, with the moments it is given. */
interface Asked {
  done: Operation[][]
  rules: ReadonlySet<string>
  draft?: Operation[]
  answer: (found?: [string, Moment[]][]) => Promise<void>
}
const asked: Asked[] = []
const worker = {
  open: vi.fn(async (_show: Show) => {}),
  study: (...[done, , , , rules, draft]: [Operation[][], string[], number, unknown, Set<string>, Operation[]?]) =>
    new Promise((ends) =>
      asked.push({
        done,
        rules,
        draft,
        answer: async (found = []) => {
          ends(found)
          await settle()
        },
      }),
    ),
}
vi.mock('comlink', () => ({ wrap: () => worker, proxy: (value: unknown) => value }))
vi.stubGlobal('Worker', class {})

const show = shallowRef<Show | undefined>(oneRule({}))
const dragging = ref(false)
let tell: (change: object) => void
vi.mock('~/document/show', () => ({
  useShow: () =>
    reactive({
      show,
      dragging,
      onChange: (listener: typeof tell) => void (tell = listener),
    }),
}))
vi.mock('./current-run', () => ({ useRun: () => reactive({ walks: ref(['w']) }) }))
vi.mock('~/document/probe', () => ({ probe: () => {} }))

const settle = async () => {
  for (let n = 0; n < 8; n++) await nextTick()
}
const set = (value: number): Operation[] => [{ op: 'replace', path: '/zones/0/rules/0/debounce', value }]
const moment = (t: number): Moment => ({ walker: 1, t, fired: true, plays: 1 })

async function fresh() {
  vi.resetModules()
  const { useEvidence } = await import('./evidence')
  return useEvidence()
}
let pinia: Pinia
let hideFirst: () => void
let evidence: Awaited<ReturnType<typeof fresh>>
const changed = async () => {
  show.value = { ...show.value! }
  await settle()
  await vi.advanceTimersByTimeAsync(2000)
}
const drag = async (value: number) => {
  dragging.value = true
  tell({ draft: set(value) })
  await settle()
}
const drop = async (value: number) => {
  dragging.value = false
  tell({ draft: undefined })
  tell({ done: set(value) })
  await changed()
}
beforeEach(async () => {
  vi.useFakeTimers()
  setActivePinia((pinia = createPinia()))
  dragging.value = false
  asked.length = 0
  evidence = await fresh()
  hideFirst = evidence.show('r')
  await changed()
  await asked[0]!.answer([['r', [moment(1)]]])
  asked.length = 0
})
afterEach(() => {
  disposePinia(pinia)
  vi.useRealTimers()
})

describe('evidence', () => {
  it('is counted anew after each edit, for the rules that are shown', async () => {
    await changed()
    expect(asked.map(({ rules, draft }) => [rules, draft])).toEqual([[new Set(['r']), undefined]])
    await asked[0]!.answer([['r', [moment(2)]]])
    expect(evidence.moments.get('r')).toEqual([moment(2)])
  })
  it('is counted for what is shown next, and for nothing where no dial is', async () => {
    const hide = evidence.show('second')
    await vi.advanceTimersByTimeAsync(100)
    expect(asked[0]!.rules).toEqual(new Set(['r', 'second']))
    await asked[0]!.answer()
    hide()
    await changed()
    expect(asked[1]!.rules).toEqual(new Set(['r']))
    await asked[1]!.answer()
    hideFirst()
    await changed()
    expect(asked).toHaveLength(2)
  })
  it('follows a hand, one study at a time, and always with where the hand is then', async () => {
    await drag(1)
    await drag(2)
    await drag(3)
    expect(asked.map(({ draft }) => draft)).toEqual([set(1)])
    await asked[0]!.answer([['r', [moment(4)]]])
    expect(evidence.moments.get('r')).toEqual([moment(4)])
    expect(asked.map(({ draft }) => draft)).toEqual([set(1), set(3)])
  })
  it('is not asked for again once the hand lets go of what it has followed', async () => {
    await drag(1)
    await asked[0]!.answer([['r', [moment(4)]]])
    await drop(1)
    expect(asked).toHaveLength(1)
    tell({ done: set(9) })
    await changed()
    expect(asked[1]!.done).toEqual([set(1), set(9)])
  })
  it('is asked for again where the hand lets go elsewhere, or has taken it back', async () => {
    await drag(1)
    await asked[0]!.answer([['r', [moment(4)]]])
    await drop(2)
    expect(asked[1]!.draft).toBeUndefined()
    await asked[1]!.answer()
    await drag(5)
    dragging.value = false
    tell({ draft: undefined })
    await asked[2]!.answer([['r', [moment(4)]]])
    await changed()
    expect(asked[3]!.draft).toBeUndefined()
  })
  it('waits for the study that follows to end before it asks anew', async () => {
    await drag(1)
    await drop(2)
    expect(asked).toHaveLength(1)
    await asked[0]!.answer([['r', [moment(7)]]])
    expect(evidence.moments.get('r')).toEqual([moment(7)])
    expect(asked[1]!.draft).toBeUndefined()
    expect(asked[1]!.done).toEqual([set(2)])
  })
  it('is left alone by a hand that moves things', async () => {
    dragging.value = true
    tell({ draft: [{ op: 'replace', path: '/zones/0/shape', value: {} }] })
    await settle()
    expect(asked).toEqual([])
  })
})
