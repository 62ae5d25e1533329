import { get as stored, set as keep } from 'idb-keyval'
import { defineStore } from 'pinia'
import { computed, ref, shallowRef } from 'vue'
import {
  applyPatch,
  checkTouched,
  patchOf,
  rebase,
  undoing,
  type Edit,
  type Editor,
  type Operation,
  type Show,
} from '../../core/show'
import { useWindows } from '../show/windows'

type SaveState = 'saved' | 'saving' | 'offline' | 'conflict'
interface Done {
  label: string
  back: Operation[]
}
interface Conflict {
  edit: Edit
  message: string
}

/** Tells whoever computes along what happened to the document. */
type Change = { done: Operation[] } | { draft: Operation[] | undefined } | { reset: true }

const RETRY = [500, 1000, 2000, 4000]

/** The document: edits, undo, and saving them. Nothing else changes a show. */
export const useShow = defineStore('show', () => {
  const id = ref('')
  const show = shallowRef<Show>()
  const missing = ref<string[]>([])
  const problem = ref('')
  const state = ref<SaveState>('saved')
  const savedAt = ref(0)
  const conflict = shallowRef<Conflict>()
  const undone = shallowRef<Done[]>([])
  const dones = shallowRef<Done[]>([])
  const dragging = ref(false)

  /** What the server has, and the edits it hasn't yet. */
  let confirmed: { show: Show; revision: number } | undefined
  let pending: Edit[] = []
  let base: Show | undefined
  let sending = false
  const listeners = new Set<(change: Change) => void>()
  const tell = (change: Change) => listeners.forEach((listener) => listener(change))
  const revision = ref(0)
  const unsent = ref(0)

  const outbox = () => `outbox:${id.value}`
  const remember = () => {
    unsent.value = pending.length
    return keep(outbox(), pending)
  }

  const windows = useWindows({
    joined: () => void catchUp(),
    edited: ({ id: edit, revision: at, patch }) => {
      if (!confirmed || sending || pending.some((own) => own.id === edit)) void catchUp()
      else if (at === confirmed.revision + 1) take(applyPatch(confirmed.show, patch), at)
      else if (at > confirmed.revision) void catchUp()
    },
  })

  /** Takes over what the server has now; one's own unsent edits stay on top. */
  function take(now: Show, at: number): void {
    confirmed = { show: now, revision: at }
    revision.value = at
    savedAt.value = Date.now()
    if (base) letGo()
    rebuild()
  }

  async function catchUp(): Promise<void> {
    // While something is being sent its answer brings what others did.
    if (sending || !confirmed) return
    const answer = await $fetch<{ show: Show; revision: number }>(`/api/shows/${id.value}`).catch(() => undefined)
    if (answer && !sending && answer.revision > confirmed.revision) take(answer.show, answer.revision)
  }

  async function open(showId: string): Promise<void> {
    id.value = showId
    show.value = undefined
    problem.value = ''
    dones.value = undone.value = []
    conflict.value = undefined
    const answer = await $fetch<{ show: Show; revision: number; missing: string[] }>(`/api/shows/${showId}`)
    confirmed = { show: answer.show, revision: answer.revision }
    revision.value = answer.revision
    missing.value = answer.missing
    pending = ((await stored(outbox())) as Edit[] | undefined) ?? []
    unsent.value = pending.length
    rebuild()
    state.value = pending.length > 0 ? 'saving' : 'saved'
    savedAt.value = Date.now()
    void send()
    windows.join(showId)
  }

  /** The document seen: what the server has and, on top of it, what it hasn't yet. */
  function rebuild(): void {
    let now = confirmed!.show
    pending = pending.flatMap((edit) => {
      try {
        const patch = rebase(now, edit.patch)
        now = applyPatch(now, patch)
        return [{ ...edit, patch }]
      } catch (error) {
        conflict.value ??= { edit, message: (error as Error).message }
        return []
      }
    })
    show.value = now
    tell({ reset: true })
  }

  function push(label: string, patch: Operation[], before: Show, after: Show): void {
    if (patch.length === 0) return
    checkTouched(after, patch)
    dones.value = [...dones.value, { label, back: undoing(before, patch) }]
    accept(label, patch, after)
  }

  function accept(label: string, patch: Operation[], after: Show): void {
    show.value = after
    pending = [...pending, { id: crypto.randomUUID(), label, patch }]
    tell({ done: patch })
    state.value = state.value === 'offline' ? 'offline' : 'saving'
    void remember().then(send)
  }

  /** One edit. If it would break the show nothing happens but a sentence that says why. */
  function edit(label: string, work: (editor: Editor) => void): boolean {
    const before = show.value!
    problem.value = ''
    try {
      const { patch, show: after } = patchOf(before, work)
      push(label, patch, before, after)
      undone.value = []
      return true
    } catch (error) {
      problem.value = (error as Error).message
      return false
    }
  }

  /** A drag shows what it would do, from where it began; only its end is an edit. */
  function drag(work: (editor: Editor) => void): void {
    base ??= show.value!
    dragging.value = true
    try {
      const { patch, show: after } = patchOf(base, work)
      checkTouched(after, patch)
      show.value = after
      tell({ draft: patch })
    } catch {
      // Where it can't be put it stays where it was last.
    }
  }
  function drop(label: string, work: (editor: Editor) => void): void {
    const before = base ?? show.value!
    base = undefined
    dragging.value = false
    show.value = before
    tell({ draft: undefined })
    edit(label, work)
  }
  function letGo(): void {
    if (!base) return
    show.value = base
    base = undefined
    dragging.value = false
    tell({ draft: undefined })
  }

  function step(back: boolean): void {
    const [from, to] = back ? [dones, undone] : [undone, dones]
    const last = from.value.at(-1)
    if (!last || base) return
    const before = show.value!
    try {
      const patch = rebase(before, last.back)
      const after = applyPatch(before, patch)
      checkTouched(after, patch)
      to.value = [...to.value, { label: last.label, back: undoing(before, patch) }]
      accept(`${back ? 'Undo' : 'Redo'}: ${last.label}`, patch, after)
    } catch (error) {
      problem.value = `This can't be taken back any more: ${(error as Error).message}`
    }
    from.value = from.value.slice(0, -1)
  }
  const undo = () => step(true)
  const redo = () => step(false)

  async function send(): Promise<void> {
    if (sending || conflict.value) return
    sending = true
    let tries = 0
    while (pending.length > 0 && confirmed) {
      const [next] = pending
      try {
        const answer = await post(next)
        confirmed = {
          show: [...answer.before.map((b) => b.patch), answer.patch].reduce(applyPatch, confirmed.show),
          revision: answer.revision,
        }
        revision.value = answer.revision
        pending = pending.slice(1)
        await remember()
        if (answer.before.length > 0) rebuild()
        tries = 0
        savedAt.value = Date.now()
      } catch (error) {
        const { statusCode, data } = error as { statusCode?: number; data?: { message?: string } }
        if (statusCode && statusCode < 500 && statusCode !== 408) {
          conflict.value = { edit: next, message: data?.message ?? 'The server does not take this edit' }
          state.value = 'conflict'
          break
        }
        state.value = 'offline'
        await new Promise((done) => setTimeout(done, RETRY[Math.min(tries++, RETRY.length - 1)]))
        continue
      }
      state.value = 'saving'
    }
    sending = false
    void catchUp()
    if (pending.length === 0 && !conflict.value) state.value = 'saved'
  }

  function post(
    edit: Edit,
  ): Promise<{ revision: number; patch: Operation[]; before: { revision: number; patch: Operation[] }[] }> {
    return $fetch(`/api/shows/${id.value}/edits`, {
      method: 'POST',
      body: { ...edit, base: confirmed!.revision },
      retry: 0,
      timeout: 10_000,
    })
  }

  /** After a conflict: give this edit up, and go on with what the server has. */
  async function giveUp(): Promise<void> {
    const edit = conflict.value?.edit
    if (!edit) return
    conflict.value = undefined
    pending = pending.filter((p) => p.id !== edit.id)
    await remember()
    await startOver()
  }
  /** After a conflict: try the edit again on what the server has now. */
  async function tryAgain(): Promise<void> {
    const edit = conflict.value?.edit
    if (!edit) return
    conflict.value = undefined
    if (!pending.some((p) => p.id === edit.id)) pending = [edit, ...pending]
    await startOver()
  }
  async function startOver(): Promise<void> {
    const answer = await $fetch<{ show: Show; revision: number }>(`/api/shows/${id.value}`)
    confirmed = { show: answer.show, revision: answer.revision }
    rebuild()
    void send()
  }

  const onChange = (listener: (change: Change) => void) => {
    listeners.add(listener)
    return () => listeners.delete(listener)
  }
  /** Parts of the show: who looks at one of these is not asked again when an edit leaves it as it was. */
  const isOpen = computed(() => show.value !== undefined)
  const place = computed(() => show.value?.place)
  const cues = computed(() => show.value?.cues ?? [])
  const flags = computed(() => show.value?.flags ?? [])
  const undoLabel = computed(() => dones.value.at(-1)?.label)
  const redoLabel = computed(() => undone.value.at(-1)?.label)
  return {
    id,
    show,
    isOpen,
    place,
    cues,
    flags,
    missing,
    problem,
    state,
    savedAt,
    revision,
    unsent,
    conflict,
    dragging,
    undoLabel,
    redoLabel,
    open,
    close: windows.leave,
    others: windows.others,
    edit,
    drag,
    drop,
    letGo,
    undo,
    redo,
    giveUp,
    tryAgain,
    onChange,
  }
})
