import { computed, shallowRef } from 'vue'
import { openWindows, ownWindow } from './open-windows'
import { closeShelf, shelf, type KeptStep } from './indexed-db'
import type { Step } from './undo'

/** So many are kept of a show. */
const MOST = 500

const quietly = async (work: () => Promise<unknown>) => {
  try {
    await work()
  } catch {
    // Without it edits can be taken back as long as the window is open.
    closeShelf()
  }
}

/** The edits of this window that can be taken back, or done again. The browser keeps them: they outlast a reload, and a window that was closed. */
export function useUndoStack() {
  const dones = shallowRef<KeptStep[]>([])
  const undones = shallowRef<KeptStep[]>([])
  let show = ''
  let desk = ''
  let last = 0

  const keep = (step: KeptStep) => quietly(async () => (await shelf()).put('steps', { ...step, show }))
  const drop = (steps: readonly KeptStep[]) =>
    quietly(async () => {
      if (steps.length === 0) return
      const change = (await shelf()).transaction('steps', 'readwrite')
      await Promise.all([...steps.map(({ order }) => change.store.delete([show, order])), change.done])
    })
  const fresh = (step: Step, undone: boolean): KeptStep => {
    last = Math.max(last + 1, Date.now() * 1000)
    return { ...step, order: last, desk, undone }
  }

  /** Takes up what this window did last, and what windows did that are closed. */
  async function open(id: string): Promise<void> {
    show = id
    dones.value = undones.value = []
    await quietly(async () => {
      desk = await ownWindow()
      const others = await openWindows()
      others.delete(desk)
      const kept = await (await shelf()).getAll('steps', IDBKeyRange.bound([id, 0], [id, Infinity]))
      const free = kept.filter((step) => !others.has(step.desk)).map(({ show: _, ...step }) => ({ ...step, desk }))
      if (show !== id) return
      // What was done meanwhile comes after it.
      const meanwhile = dones.value.map((step) => ({ ...step, desk }))
      last = Math.max(last, ...free.map(({ order }) => order))
      const before = free.filter(({ undone, order }) => !undone && !meanwhile.some((step) => step.order === order))
      dones.value = [...before, ...meanwhile].slice(-MOST)
      undones.value = meanwhile.length > 0 ? [] : free.filter(({ undone }) => undone)
      const there = new Set([...dones.value, ...undones.value])
      const orders = new Set([...there].map(({ order }) => order))
      await drop(free.filter(({ order }) => !orders.has(order)))
      for (const step of there) if (step.desk !== kept.find(({ order }) => order === step.order)?.desk) await keep(step)
    })
  }

  /** An edit was made: what had been taken back can't be done again. */
  function did(step: Step): void {
    const made = fresh(step, false)
    dones.value = [...dones.value, made]
    void drop(undones.value)
    undones.value = []
    void keep(made)
  }

  /** The last edit was taken back (or done again, if not `back`): `instead` takes back that; without it it can't be. */
  function turned(back: boolean, instead?: Step): void {
    const [from, to] = back ? [dones, undones] : [undones, dones]
    void drop(from.value.slice(-1))
    from.value = from.value.slice(0, -1)
    if (!instead) return
    const made = fresh(instead, back)
    to.value = [...to.value, made]
    void keep(made)
  }

  return {
    open,
    did,
    turned,
    last: (back: boolean) => (back ? dones : undones).value.at(-1),
    undoLabel: computed(() => dones.value.at(-1)?.label),
    redoLabel: computed(() => undones.value.at(-1)?.label),
  }
}
