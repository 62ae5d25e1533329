import { createPinia, setActivePinia } from 'pinia'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { applyPatch, rebase, type Edit, type Operation, type Show } from '../../core/show'
import { oneRule } from '../../core/testing/small-show'
import { useShow } from './show'

/** What a browser keeps from one load of the page to the next. */
const kept = vi.hoisted(() => new Map<string, unknown>())
vi.mock('idb-keyval', () => ({
  get: (key: string) => Promise.resolve(kept.get(key)),
  set: (key: string, value: unknown) => Promise.resolve(void kept.set(key, structuredClone(value))),
}))

interface Change {
  id: string
  revision: number
  patch: Operation[]
}

/** A server of one show: it takes edits as the real one does, can be away, refuse, and hold its answers back. */
function serverOf(show: Show) {
  const changes: Change[] = []
  let answering: Promise<void> | undefined
  const server = {
    show,
    away: false,
    refuses: undefined as string | undefined,
    changes,
    /** Holds answers back until what it gives is called. */
    hold(): () => void {
      let release = () => {}
      answering = new Promise((done) => (release = done))
      return release
    },
    /** Another window's edit. */
    change(id: string, patch: Operation[]): Change {
      const change = { id, revision: changes.length + 1, patch: rebase(server.show, patch) }
      server.show = applyPatch(server.show, change.patch)
      changes.push(change)
      return change
    },
    async fetch(url: string, options?: { body: Edit & { base: number } }) {
      await answering
      if (server.away) throw new Error('There is no connection')
      if (!url.endsWith('/edits')) return { show: server.show, revision: changes.length, missing: [] }
      if (server.refuses) throw Object.assign(new Error(), { statusCode: 409, data: { message: server.refuses } })
      const { id, patch, base } = options!.body
      // What it has already it doesn't take twice.
      const known = changes.find((change) => change.id === id)
      const before = changes.slice(base, known && known.revision - 1)
      const { revision, patch: taken } = known ?? server.change(id, patch)
      return { revision, patch: taken, before }
    },
  }
  return server
}

/** The line to the server on which other windows are heard. */
class Line {
  static last: Line
  onopen?: () => void
  onmessage?: (event: { data: string }) => void
  onclose?: () => void
  constructor() {
    Line.last = this
  }
  send(): void {}
  close(): void {
    this.onclose?.()
  }
  hear(word: object): void {
    this.onmessage?.({ data: JSON.stringify(word) })
  }
}

const cooldown = ['zones', 'z', 'rules', 'r', 'cooldown']
const seconds = (show: Show | undefined) => show?.zones[0]!.rules[0]!.cooldown?.seconds
const rest = (n: number) => ({ seconds: n, from: 'fire' as const })

let server: ReturnType<typeof serverOf>
async function opened() {
  setActivePinia(createPinia())
  const store = useShow()
  await store.open('night')
  return store
}

beforeEach(() => {
  kept.clear()
  server = serverOf(oneRule({ cooldown: rest(4) }))
  vi.stubGlobal('$fetch', server.fetch)
  vi.stubGlobal('WebSocket', Line)
  vi.stubGlobal('location', { protocol: 'http:', host: 'here' })
})
afterEach(() => {
  vi.useRealTimers()
  vi.unstubAllGlobals()
})

describe('the document', () => {
  it('shows an edit at once, and calls it saved when the server has it, not before', async () => {
    const store = await opened()
    const release = server.hold()
    store.edit('Cooldown', (e) => e.set(cooldown, rest(9)))
    expect(seconds(store.show)).toBe(9)
    await vi.waitFor(() => expect(kept.get('outbox:night')).toHaveLength(1))
    expect([store.state, store.unsent, server.changes.length]).toEqual(['saving', 1, 0])
    release()
    await vi.waitFor(() => expect(store.state).toBe('saved'))
    expect([seconds(server.show), store.unsent, store.revision]).toEqual([9, 0, 1])
    expect(kept.get('outbox:night')).toEqual([])
  })

  it('keeps edits while the server is away, over a new load of the page too, and sends them in their order', async () => {
    const store = await opened()
    server.away = true
    store.edit('Cooldown', (e) => e.set(cooldown, rest(5)))
    store.edit('Cooldown', (e) => e.set(cooldown, rest(6)))
    await vi.waitFor(() => expect(store.state).toBe('offline'))
    expect(seconds(store.show)).toBe(6)
    server.away = false
    const again = await opened()
    expect(seconds(again.show)).toBe(6)
    // The page that was left tries again too: what it sends is there already.
    await vi.waitFor(() => expect([again.state, store.state]).toEqual(['saved', 'saved']), { timeout: 10_000 })
    expect(server.changes).toHaveLength(2)
    expect(seconds(server.show)).toBe(6)
  })

  it('tries again by itself until the server is back', async () => {
    vi.useFakeTimers()
    const store = await opened()
    server.away = true
    store.edit('Cooldown', (e) => e.set(cooldown, rest(7)))
    await vi.advanceTimersByTimeAsync(2000)
    expect(store.state).toBe('offline')
    server.away = false
    await vi.advanceTimersByTimeAsync(5000)
    expect([store.state, seconds(server.show)]).toEqual(['saved', 7])
  })

  it('an edit that would break the show changes nothing and says why', async () => {
    const store = await opened()
    const before = store.show
    expect(store.edit('Cue', (e) => e.set(['zones', 'z', 'rules', 'r', 'cue'], 'nowhere'))).toBe(false)
    expect(store.show).toBe(before)
    expect(store.problem).toContain('nowhere')
    expect(store.undoLabel).toBeUndefined()
  })

  it('goes back and forth over edits', async () => {
    const store = await opened()
    store.edit('Rest longer', (e) => e.set(cooldown, rest(8)))
    store.edit('Rest less', (e) => e.set(cooldown, rest(2)))
    expect(store.undoLabel).toBe('Rest less')
    store.undo()
    expect([seconds(store.show), store.redoLabel]).toEqual([8, 'Rest less'])
    store.undo()
    expect([seconds(store.show), store.undoLabel]).toEqual([4, undefined])
    store.redo()
    store.redo()
    expect(seconds(store.show)).toBe(2)
    await vi.waitFor(() => expect(store.state).toBe('saved'))
    expect(seconds(server.show)).toBe(2)
  })

  it('a new edit after going back leaves nothing to go forth to', async () => {
    const store = await opened()
    store.edit('One', (e) => e.set(cooldown, rest(8)))
    store.undo()
    store.edit('Other', (e) => e.set(cooldown, rest(3)))
    expect(store.redoLabel).toBeUndefined()
  })

  it('a drag shows where it would lead; only its end is an edit, and letting go takes it back', async () => {
    const store = await opened()
    const told: string[] = []
    store.onChange((change) => told.push(Object.keys(change)[0]!))
    for (const n of [5, 6, 7]) store.drag((e) => e.set(cooldown, rest(n)))
    expect([seconds(store.show), store.dragging, store.unsent]).toEqual([7, true, 0])
    store.letGo()
    expect([seconds(store.show), store.dragging]).toEqual([4, false])
    store.drag((e) => e.set(cooldown, rest(6)))
    store.drop('Cooldown', (e) => e.set(cooldown, rest(6)))
    await vi.waitFor(() => expect(store.state).toBe('saved'))
    expect(server.changes).toHaveLength(1)
    expect(told).toEqual(['draft', 'draft', 'draft', 'draft', 'draft', 'draft', 'done'])
  })
})

describe('a second window', () => {
  const named = (name: string): Operation[] => [{ op: 'replace', path: '/zones/0/name', value: name }]
  const toldOf = (change: Change) => Line.last.hear({ kind: 'edit', ...change })

  it('is counted, and its edits are seen', async () => {
    const store = await opened()
    Line.last.hear({ kind: 'others', count: 2 })
    toldOf(server.change('theirs', named('Quay')))
    expect([store.others, store.show!.zones[0]!.name, store.revision]).toEqual([2, 'Quay', 1])
  })
  it('what it missed is fetched', async () => {
    const store = await opened()
    server.change('one', named('Quay'))
    toldOf(server.change('two', named('Pier')))
    await vi.waitFor(() => expect([store.show!.zones[0]!.name, store.revision]).toEqual(['Pier', 2]))
  })
  it('edits of different things are both kept', async () => {
    const store = await opened()
    server.change('theirs', named('Quay'))
    store.edit('Cooldown', (e) => e.set(cooldown, rest(9)))
    await vi.waitFor(() => expect(store.state).toBe('saved'))
    for (const show of [store.show!, server.show]) expect([show.zones[0]!.name, seconds(show)]).toEqual(['Quay', 9])
  })
  it('what it took away under an edit is a choice: give the edit up, or try again', async () => {
    const store = await opened()
    server.refuses = 'There is nothing at /zones/0/rules/0 any more'
    store.edit('Cooldown', (e) => e.set(cooldown, rest(9)))
    await vi.waitFor(() => expect(store.state).toBe('conflict'))
    expect(store.conflict!.message).toBe(server.refuses)
    server.refuses = undefined
    await store.giveUp()
    await vi.waitFor(() => expect(store.state).toBe('saved'))
    expect([seconds(store.show), seconds(server.show)]).toEqual([4, 4])

    server.refuses = 'Not now'
    store.edit('Cooldown', (e) => e.set(cooldown, rest(9)))
    await vi.waitFor(() => expect(store.state).toBe('conflict'))
    server.refuses = undefined
    await store.tryAgain()
    await vi.waitFor(() => expect(store.state).toBe('saved'))
    expect(seconds(server.show)).toBe(9)
  })
  it('nothing more is heard once the show is closed', async () => {
    const store = await opened()
    const line = Line.last
    store.close()
    expect(store.others).toBe(0)
    vi.useFakeTimers()
    await vi.advanceTimersByTimeAsync(5000)
    expect(Line.last).toBe(line)
  })
})
