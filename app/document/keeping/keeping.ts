import { ref } from 'vue'
import type { Edit, Operation, Show } from '~~/core/show'
import type { Accepted, Done } from '~~/server/shows/messages'
import { newId } from '~/words/new-id'
import { useAsides } from './asides'
import { learnt, onTop, type Confirmed } from './confirmed'
import { openOutbox, type Outbox, type Word } from './outbox'
import { useSending } from './sending'
import type { Unsent } from './indexed-db'
import { useWindows } from './other-windows'
import { askServer } from './server'
import { needed } from '~~/core/base'
import { fieldIn } from '~~/core/show'

/** `away`: no server answers; `full`: its disk is; `refused`: it doesn't take anything from here, `refusal` says why. */
type SaveState = 'saved' | 'saving' | 'away' | 'full' | 'refused'

/** An edit that is answered so is at fault itself: it is set aside, and those behind it go on. */
const AT_FAULT = new Set([400, 409, 413, 422])
const FULL = 507
const AWAY = new Set([408, 429, 500, 502, 503, 504])

/**
 * Keeps a show: what the server has, and on top of it the edits of this browser that it hasn't yet, which are sent one after the other.
 * `seen` hears what that comes to whenever somebody else has changed it; `anew`: it was just opened.
 */
export function useKeeping(hears: { seen: (now: Show, anew: boolean) => void }) {
  const id = ref('')
  const missing = ref<string[]>([])
  const state = ref<SaveState>('saved')
  const refusal = ref('')
  /** Whether unsent edits would survive closing this window. */
  const survives = ref(true)
  /** When an edit was last saved since the show was opened (ms); 0: none was. */
  const savedAt = ref(0)
  const revision = ref(0)
  const unsent = ref(0)
  const aside = useAsides({
    outbox: () => outbox,
    base: () => server().revision,
    again(edit) {
      setPending([...pending, edit])
      if (state.value === 'saved') state.value = 'saving'
      rebuild()
      sending.send()
    },
  })

  let confirmed: Confirmed | undefined
  const server = () => needed(confirmed, 'show open')
  let pending: readonly Unsent[] = []
  /** Edits that were heard of before the ones ahead of them. */
  const early = new Map<number, Done>()
  let outbox: Outbox | undefined
  const box = () => needed(outbox, 'show open')
  const sending = useSending({
    outbox: () => outbox,
    waits: () => pending.length > 0,
    next: sendNext,
    done: () => (state.value = 'saved'),
  })
  const windows = useWindows({
    at: (now) => confirmed && now > confirmed.revision && void catchUp(),
    edited: (edit) => learn([edit]),
  })

  function setPending(edits: readonly Unsent[]): void {
    pending = edits
    unsent.value = edits.length
    if (edits.length === 0 && state.value === 'saving') state.value = 'saved'
  }

  /** Hears what the server has taken. */
  function learn(edits: readonly Done[]): void {
    if (!confirmed) return
    const before = confirmed.revision
    const now = learnt({ confirmed, pending }, early, edits)
    if (now.confirmed.revision === before) {
      if (early.size > 0 && !sending.isSending()) void catchUp()
      return
    }
    standAt(now.confirmed)
    if (now.pending.length < pending.length) setPending(now.pending)
    savedAt.value = Date.now()
    if (now.news) rebuild()
    if (now.touchesSounds) void seeWhatIsMissing()
  }
  function standAt(now: Confirmed): void {
    confirmed = now
    revision.value = now.revision
  }

  /** Sounds that came in by an edit may be of another server's files. */
  async function seeWhatIsMissing(): Promise<void> {
    const show = id.value
    const names = await askServer<string[]>(`/api/shows/${show}/missing`).catch(() => undefined)
    if (names && show === id.value) missing.value = names
  }

  /** Fetches what was missed; the whole show only where its history is another one. */
  async function catchUp(): Promise<void> {
    if (!confirmed) return
    const since = confirmed.revision
    try {
      const { edits } = await $fetch<{ edits: Done[] }>(`/api/shows/${id.value}/edits?since=${since}`)
      learn(edits)
    } catch (error) {
      if (fieldIn(error, 'statusCode') === 409) await startOver()
    }
  }
  async function startOver(): Promise<void> {
    const answer = await $fetch<{ show: Show; revision: number }>(`/api/shows/${id.value}`)
    early.clear()
    standAt({ show: answer.show, revision: answer.revision })
    rebuild()
  }

  async function open(showId: string): Promise<void> {
    close()
    id.value = showId
    refusal.value = ''
    const box = (outbox = openOutbox(showId, {
      word: heard,
      failed: () => (survives.value = false),
    }))
    const [answer, waiting] = await Promise.all([
      $fetch<{ show: Show; revision: number; missing: string[] }>(`/api/shows/${showId}`),
      box.waiting(),
    ])
    early.clear()
    standAt({ show: answer.show, revision: answer.revision })
    missing.value = answer.missing
    const left = await withoutTaken(waiting)
    aside.asides.value = left.filter(({ aside }) => aside !== undefined)
    setPending(left.filter(({ aside }) => aside === undefined))
    state.value = pending.length > 0 ? 'saving' : 'saved'
    rebuild(true)
    savedAt.value = 0
    sending.send()
    windows.join(showId)
  }

  /** Edits but those that the server had taken before their answer was heard. */
  async function withoutTaken(edits: Unsent[]): Promise<Unsent[]> {
    const since = Math.min(...edits.map((edit) => edit.base))
    if (edits.length === 0 || since >= server().revision) return edits
    const answer = await $fetch<{ edits: Done[] }>(`/api/shows/${id.value}/edits?since=${since}`).catch(() => undefined)
    const taken = new Set(answer?.edits.map((edit) => edit.id))
    if (taken.size > 0) await box().drop(edits.flatMap((edit) => (taken.has(edit.id) ? [edit.id] : [])))
    return edits.filter((edit) => !taken.has(edit.id))
  }

  function close(): void {
    windows.leave()
    outbox?.close()
    outbox = undefined
    sending.wake()
  }

  /** What another window of this browser says. */
  function heard(word: Word): void {
    if (!confirmed) return
    if (word.kind === 'learnt') return learn(word.edits)
    if (word.kind === 'dropped') return forget(word.ids)
    const { edit } = word
    const others = pending.filter((own) => own.id !== edit.id)
    aside.heard(edit)
    setPending(edit.aside === undefined ? [...others, edit].sort((a, b) => a.order - b.order) : others)
    rebuild()
    sending.send()
  }
  function forget(ids: readonly string[]): void {
    const gone = new Set(ids)
    aside.forget(gone)
    if (!pending.some((edit) => gone.has(edit.id))) return
    setPending(pending.filter((edit) => !gone.has(edit.id)))
    rebuild()
  }

  /** Shows what the server has and, on top of it, what it hasn't yet. What no longer fits is set aside, each by its name. */
  function rebuild(anew = false): void {
    const { show, fits, misfits } = onTop({ confirmed: server(), pending })
    for (const { edit, why } of misfits) aside.put(edit, why)
    setPending(fits)
    hears.seen(show, anew)
  }

  /** Shows what is kept, and nothing else: after an error something else may be seen. */
  const showKept = () => void (confirmed && rebuild())

  /** Keeps an edit of what is seen until the server has it. */
  function keep(label: string, patch: Operation[]): void {
    const edit: Unsent = { id: newId(), label, patch, base: server().revision, order: box().next() }
    setPending([...pending, edit])
    if (state.value === 'saved') state.value = 'saving'
    void box().keep(edit).then(sending.send)
  }

  /** Sends the first edit that waits. Gives whether the next can follow. */
  async function sendNext(box: Outbox): Promise<boolean> {
    const next = pending[0]!
    try {
      const { revision: taken, patch, before } = await post(next)
      const edits = [...before, { id: next.id, label: next.label, revision: taken, patch }]
      if (box !== outbox) return true
      learn(edits)
      // The answer to an edit that had been taken long ago.
      setPending(pending.filter((edit) => edit.id !== next.id))
      box.tell({ kind: 'learnt', edits })
      await box.drop([next.id])
      state.value = pending.length > 0 ? 'saving' : 'saved'
      refusal.value = ''
      return true
    } catch (error) {
      const { statusCode, data } = error as {
        statusCode?: number
        data?: { message?: string; data?: { before?: Done[] } }
      }
      const words = data?.message ?? 'The server does not take this edit'
      if (statusCode !== undefined && AT_FAULT.has(statusCode)) {
        setPending(pending.filter((edit) => edit.id !== next.id))
        aside.put(next, words)
        learn(data?.data?.before ?? [])
        rebuild()
        return true
      }
      refusal.value = words
      state.value = statusCode === FULL ? 'full' : statusCode === undefined || AWAY.has(statusCode) ? 'away' : 'refused'
      return false
    }
  }

  function post({ id: edit, label, patch }: Edit): Promise<Accepted> {
    return $fetch<Accepted>(`/api/shows/${id.value}/edits`, {
      method: 'POST',
      body: { id: edit, label, patch, base: server().revision },
      retry: 0,
      timeout: 10_000,
    })
  }

  return {
    id,
    missing,
    state,
    refusal,
    survives,
    savedAt,
    revision,
    unsent,
    asides: aside.asides,
    windows,
    open,
    close,
    keep,
    showKept,
    giveUp: aside.giveUp,
    tryAgain: aside.tryAgain,
  }
}
