import { defineStore } from 'pinia'
import { watchDebounced } from '@vueuse/core'
import { computed, ref, shallowRef } from 'vue'
import {
  applyPatch,
  checkTouched,
  differences,
  patchOf,
  rebase,
  type Editor,
  type Operation,
  type Show,
} from '~~/core/show'
import { followMarks } from './making/arrivals'
import { useKeeping } from './keeping/keeping'
import { changedSince, stepBack } from './keeping/undo'
import { useUndoStack } from './keeping/undo-stack'
import { messageOf } from '~~/core/base'

/** A show of so many zones and walls is large: not everything in the page can follow a hand in it. */
const LARGE = 400
/** So long after an edit nobody waits for anything (ms). */
const QUIET = 400

/** Tells whoever computes along what happened to the document. */
type Change = { done: Operation[] } | { draft: Operation[] | undefined } | { reset: true }
export type Work = (editor: Editor) => void

function opened(show: Show | undefined): Show {
  if (!show) throw new Error('No show is open')
  return show
}

/** The document: edits, drags and undo. Nothing else changes a show. */
export const useShow = defineStore('show', () => {
  const show = shallowRef<Show>()
  const problem = ref('')
  const steps = useUndoStack()
  const dragging = ref(false)
  /** An edit whose taking back would throw away what another window has made of it since. */
  const asked = shallowRef<{ label: string; now: unknown; goOn: () => void }>()
  let base: Show | undefined
  let dragged: Work | undefined
  const listeners = new Set<(change: Change) => void>()
  const tell = (change: Change) => listeners.forEach((listener) => listener(change))

  const keeping = useKeeping({
    seen(now, anew) {
      if (anew) return begin(now)
      const patch = differences(base ?? show.value, now)
      if (patch.length === 0) return
      tell({ done: patch })
      if (!base) return void (show.value = now)
      // What a hand holds stays in it.
      base = now
      if (!dragged || !tryDrag(dragged)) letGo()
    },
  })

  function begin(now: Show): void {
    base = dragged = undefined
    dragging.value = false
    show.value = now
    tell({ reset: true })
  }

  async function open(id: string): Promise<void> {
    show.value = undefined
    problem.value = ''
    asked.value = undefined
    await Promise.all([keeping.open(id), steps.open(id)])
  }

  function push(label: string, patch: Operation[], before: Show, after: Show): void {
    if (patch.length === 0) return
    checkTouched(after, patch, before)
    steps.did(stepBack(label, before, after, patch))
    accept(label, patch, after)
  }

  function accept(label: string, patch: Operation[], after: Show): void {
    // What can't be kept is not shown.
    keeping.keep(label, patch)
    show.value = after
    tell({ done: patch })
  }

  /** An edit with what it entails. */
  const whole =
    (before: Show, work: Work): Work =>
    (edit) => {
      work(edit)
      followMarks(edit, before)
    }

  /** One edit. If it would break the show nothing happens but a sentence that says why. */
  function edit(label: string, work: Work): boolean {
    const before = now.value
    problem.value = ''
    try {
      const { patch, show: after } = patchOf(before, whole(before, work))
      push(label, patch, before, after)
      return true
    } catch (error) {
      problem.value = messageOf(error)
      return false
    }
  }

  /** A drag shows what it would do, from where it began; only its end is an edit. */
  function drag(work: Work): void {
    base ??= now.value
    dragging.value = true
    // Where it can't be put it stays where it was last.
    tryDrag(work)
  }
  function tryDrag(work: Work): boolean {
    try {
      const before = opened(base)
      const { patch, show: after } = patchOf(before, whole(before, work))
      checkTouched(after, patch, before)
      dragged = work
      show.value = after
      tell({ draft: patch })
      return true
    } catch {
      return false
    }
  }
  function drop(label: string, work: Work): void {
    const before = base ?? now.value
    base = dragged = undefined
    dragging.value = false
    show.value = before
    tell({ draft: undefined })
    edit(label, work)
  }
  function letGo(): void {
    if (!base) return
    show.value = base
    base = dragged = undefined
    dragging.value = false
    tell({ draft: undefined })
  }

  function step(back: boolean, sure = false): void {
    const last = steps.last(back)
    if (!last || base) return
    asked.value = undefined
    const before = now.value
    try {
      const now = sure ? undefined : changedSince(before, last)
      if (now !== undefined) {
        asked.value = { label: last.label, now, goOn: () => step(back, true) }
        return
      }
      const patch = rebase(before, last.back)
      const after = applyPatch(before, patch)
      checkTouched(after, patch, before)
      steps.turned(back, stepBack(last.label, before, after, patch))
      accept(`${back ? 'Undo' : 'Redo'}: ${last.label}`, patch, after)
    } catch (error) {
      steps.turned(back)
      problem.value = `This can't be taken back any more: ${messageOf(error)}`
    }
  }
  const undo = () => step(true)
  const redo = () => step(false)
  const leaveAsItIs = () => (asked.value = undefined)

  const onChange = (listener: (change: Change) => void) => {
    listeners.add(listener)
    return () => listeners.delete(listener)
  }
  /** Parts of the show: who looks at one of these is not asked again when an edit leaves it as it was. */
  /** What is asked of a whole show for the first time takes long in a large one: it is asked in a quiet moment, before a hand takes hold. */
  watchDebounced(
    show,
    (now) => {
      try {
        if (now && !dragging.value) checkTouched(now, [], now)
      } catch {
        // What is wrong with it is said by the next edit.
      }
    },
    { debounce: QUIET },
  )
  /** The show, or where it is large what it was when the hand took hold: for what need not follow a drag. */
  const resting = computed<Show | undefined>((before) =>
    dragging.value && before && before.zones.length + before.place.walls.length > LARGE ? before : show.value,
  )
  const isOpen = computed(() => show.value !== undefined)
  /** The show that is open. @throws Error where none is: who asks here has nothing to do then */
  const now = computed(() => opened(show.value))
  /** What rests of the show that is open. @throws Error as `now` does */
  const restingNow = computed(() => opened(resting.value))
  const place = computed(() => show.value?.place)
  const cues = computed(() => show.value?.cues ?? [])
  const flags = computed(() => show.value?.flags ?? [])
  const { undoLabel, redoLabel } = steps
  const { close: _close, open: _open, keep: _keep, ...kept } = keeping
  return {
    ...kept,
    show,
    now,
    isOpen,
    resting,
    restingNow,
    place,
    cues,
    flags,
    problem,
    asked,
    dragging,
    undoLabel,
    redoLabel,
    open,
    close: keeping.close,
    edit,
    drag,
    drop,
    letGo,
    undo,
    redo,
    leaveAsItIs,
    onChange,
  }
})
