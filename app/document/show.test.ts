import 'fake-indexeddb/auto'
import { createPinia, setActivePinia } from 'pinia'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { applyPatch, rebase, type Edit, type Operation, type Show } from '~~/core/show'
import { oneRule } from '~~/core/testing/small-show'
import type { Done } from '~~/server/shows/messages'
import { openOutbox } from './keeping/outbox'
import type { Unsent } from './keeping/indexed-db'
import { useShow } from './show'

/** Waits until what is asked holds; only what hangs fails by time. */
const until = (holds: () => unknown) => vi.waitFor(holds, { timeout: 120_000 })

/** One at a time for each name, as a browser gives locks to its windows. */
function locksOf() {
  const turns = new Map<string, Promise<unknown>>()
  return {
    request(name: string, work: () => Promise<unknown>) {
      const mine = (turns.get(name) ?? Promise.resolve()).then(work, work)
      turns.set(name, mine)
      return mine
    },
  }
}

/** What this browser keeps of the show. */
async function kept(): Promise<Unsent[]> {
  const box = openOutbox('night', { word: () => {}, failed: () => {} })
  const edits = await box.waiting()
  box.close()
  return edits
}

/** A server of one show: it takes edits as the real one does, can be away, refuse, and hold its answers back. */
function serverOf(show: Show) {
  const changes: Done[] = []
  let answering: Promise<void> | undefined
  const server = {
    show,
    away: false,
    refuses: undefined as ((edit: Edit) => [status: number, words: string] | undefined) | undefined,
    /** What was asked for, by address. */
    asked: [] as string[],
    changes,
    /** Holds answers back until what it gives is called. */
    hold(): () => void {
      let release = () => {}
      answering = new Promise((done) => (release = done))
      return release
    },
    /** Another window's edit. */
    change(id: string, patch: Operation[]): Done {
      const change = { id, label: 'Theirs', revision: changes.length + 1, patch: rebase(server.show, patch) }
      server.show = applyPatch(server.show, change.patch)
      changes.push(change)
      return change
    },
    async fetch(url: string, options?: { body: Edit & { base: number } }) {
      await answering
      if (server.away) throw new Error('There is no connection')
      server.asked.push(url)
      const since = /\?since=(\d+)/.exec(url)?.[1]
      if (since !== undefined) return { revision: changes.length, edits: changes.slice(Number(since)) }
      if (!url.endsWith('/edits')) return { show: server.show, revision: changes.length, missing: [] }
      const refused = server.refuses?.(options!.body)
      if (refused) throw Object.assign(new Error(), { statusCode: refused[0], data: { message: refused[1] } })
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

const cooldown = ['zones', 'z', 'rules', 'r', 'cooldown'] as const
const seconds = (show: Show | undefined) => show?.zones[0]!.rules[0]!.cooldown?.seconds
const rest = (n: number) => ({ seconds: n, from: 'fire' as const })

let server: ReturnType<typeof serverOf>
const windows: ReturnType<typeof useShow>[] = []
/** A window of the browser, with a document of its own. */
async function opened() {
  setActivePinia(createPinia())
  const store = useShow()
  await store.open('night')
  windows.push(store)
  return store
}

beforeEach(() => {
  vi.stubGlobal('navigator', { locks: locksOf() })
  server = serverOf(oneRule({ cooldown: rest(4) }))
  vi.stubGlobal('$fetch', server.fetch)
  vi.stubGlobal('WebSocket', Line)
  vi.stubGlobal('location', { protocol: 'http:', host: 'here' })
})
afterEach(async () => {
  vi.useRealTimers()
  windows.splice(0).forEach((store) => store.close())
  const box = openOutbox('night', { word: () => {}, failed: () => {} })
  await box.drop((await box.waiting()).map(({ id }) => id))
  box.close()
  vi.unstubAllGlobals()
})

describe('the document', () => {
  it('shows an edit at once, and calls it saved when the server has it, not before', async () => {
    const store = await opened()
    const release = server.hold()
    store.edit('Cooldown', (e) => e.set(cooldown, rest(9)))
    expect(seconds(store.show)).toBe(9)
    await until(async () => expect(await kept()).toHaveLength(1))
    expect([store.state, store.unsent, server.changes.length]).toEqual(['saving', 1, 0])
    release()
    await until(() => expect(store.state).toBe('saved'))
    expect([seconds(server.show), store.unsent, store.revision]).toEqual([9, 0, 1])
    expect(await kept()).toEqual([])
  })

  it('keeps edits while the server is away, over a new load of the page too, and sends them in their order', async () => {
    const store = await opened()
    server.away = true
    store.edit('Cooldown', (e) => e.set(cooldown, rest(5)))
    store.edit('Cooldown', (e) => e.set(cooldown, rest(6)))
    await until(() => expect(store.state).toBe('away'))
    expect(seconds(store.show)).toBe(6)
    server.away = false
    const again = await opened()
    expect(seconds(again.show)).toBe(6)
    // The page that was left tries again too: what it sends is there already.
    await until(() => expect([again.state, store.state]).toEqual(['saved', 'saved']))
    expect(server.changes).toHaveLength(2)
    expect(seconds(server.show)).toBe(6)
  })

  it('tries again by itself until the server is back', async () => {
    const store = await opened()
    server.away = true
    store.edit('Cooldown', (e) => e.set(cooldown, rest(7)))
    await until(() => expect(store.state).toBe('away'))
    server.away = false
    await until(() => expect([store.state, seconds(server.show)]).toEqual(['saved', 7]))
  })

  it('fetches nothing after a save', async () => {
    const store = await opened()
    store.edit('Cooldown', (e) => e.set(cooldown, rest(7)))
    await until(() => expect(store.state).toBe('saved'))
    expect(server.asked).toEqual(['/api/shows/night', '/api/shows/night/edits'])
  })

  it('says which it is: the server away, its disk full, or refused and why', async () => {
    const store = await opened()
    server.refuses = () => [507, 'The disk is full']
    store.edit('Cooldown', (e) => e.set(cooldown, rest(7)))
    await until(() => expect(store.state).toBe('full'))
    server.refuses = () => [403, 'Only looking is allowed here']
    await until(() => expect([store.state, store.refusal]).toEqual(['refused', 'Only looking is allowed here']))
    expect(await kept()).toHaveLength(1)
    server.refuses = undefined
    await until(() => expect(store.state).toBe('saved'))
  })

  it('goes on, edits and sends, where the browser keeps nothing, and says that they would not survive', async () => {
    vi.stubGlobal('IDBKeyRange', undefined)
    const store = await opened()
    expect(store.survives).toBe(false)
    store.edit('Cooldown', (e) => e.set(cooldown, rest(7)))
    await until(() => expect([store.state, seconds(server.show)]).toEqual(['saved', 7]))
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
    await until(() => expect(store.state).toBe('saved'))
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
    await until(() => expect(store.state).toBe('saved'))
    expect(server.changes).toHaveLength(1)
    expect(told).toEqual(['draft', 'draft', 'draft', 'draft', 'draft', 'draft', 'done'])
  })
})

describe('a second window', () => {
  const named = (name: string): Operation[] => [{ op: 'replace', path: '/zones/0/name', value: name }]
  const toldOf = (change: Done) => Line.last.hear({ kind: 'edit', ...change })

  it('is counted, and its edits are seen', async () => {
    const store = await opened()
    Line.last.hear({ kind: 'others', count: 2 })
    toldOf(server.change('theirs', named('Quay')))
    expect([store.windows.others, store.show!.zones[0]!.name, store.revision]).toEqual([2, 'Quay', 1])
  })
  it('what it missed is fetched', async () => {
    const store = await opened()
    server.change('one', named('Quay'))
    toldOf(server.change('two', named('Pier')))
    await until(() => expect([store.show!.zones[0]!.name, store.revision]).toEqual(['Pier', 2]))
  })
  it('edits of different things are both kept', async () => {
    const store = await opened()
    server.change('theirs', named('Quay'))
    store.edit('Cooldown', (e) => e.set(cooldown, rest(9)))
    await until(() => expect(store.state).toBe('saved'))
    for (const show of [store.show!, server.show]) expect([show.zones[0]!.name, seconds(show)]).toEqual(['Quay', 9])
  })
  it('what the server can’t take is set aside with its words, and what comes after goes on', async () => {
    const store = await opened()
    server.refuses = ({ label }) => (label === 'Bad' ? [422, '/zones/0/rim must be 0 or more'] : undefined)
    store.edit('Bad', (e) => e.set(['zones', 'z', 'rim'], 2))
    store.edit('Good', (e) => e.set(cooldown, rest(9)))
    await until(() => expect([store.state, seconds(server.show)]).toEqual(['saved', 9]))
    expect(store.asides.map(({ label, aside }) => [label, aside])).toEqual([['Bad', '/zones/0/rim must be 0 or more']])
    expect(store.show!.zones[0]!.rim).toBe(0)
    const again = await opened()
    expect(again.asides).toHaveLength(1)
    server.refuses = undefined
    await again.tryAgain(again.asides[0]!.id)
    await until(() => expect([again.state, server.show.zones[0]!.rim]).toEqual(['saved', 2]))
    expect(again.asides).toEqual([])
  })
  it('all edits that another window’s edit has left without ground are named, and each is a choice', async () => {
    const store = await opened()
    server.away = true
    store.edit('Cooldown', (e) => e.set(cooldown, rest(9)))
    store.edit('Chance', (e) => e.set(['zones', 'z', 'rules', 'r', 'chance'], 0.5))
    store.edit('Rim', (e) => e.set(['zones', 'z', 'rim'], 1))
    const ids = [{ op: 'test' as const, path: '/zones/0/id', value: 'z' }]
    toldOf(server.change('theirs', [...ids, { op: 'remove', path: '/zones/0/rules/0' }]))
    expect(store.asides.map(({ label }) => label)).toEqual(['Cooldown', 'Chance'])
    expect([store.show!.zones[0]!.rules.length, store.show!.zones[0]!.rim]).toEqual([0, 1])
    server.away = false
    await until(() => expect(store.state).toBe('saved'))
    await store.giveUp(store.asides[0]!.id)
    expect((await kept()).map(({ label }) => label)).toEqual(['Chance'])
  })
  it('its edit goes to who computes along as a patch, and a hand that drags keeps what it holds', async () => {
    const store = await opened()
    const told: object[] = []
    store.onChange((change) => told.push(change))
    store.drag((e) => e.set(cooldown, rest(6)))
    toldOf(server.change('theirs', named('Quay')))
    expect([store.dragging, seconds(store.show), store.show!.zones[0]!.name]).toEqual([true, 6, 'Quay'])
    expect(told.map((change) => Object.keys(change)[0])).toEqual(['draft', 'done', 'draft'])
    expect(told[1]).toEqual({ done: named('Quay') })
    store.drop('Cooldown', (e) => e.set(cooldown, rest(6)))
    await until(() => expect(store.state).toBe('saved'))
    expect([seconds(server.show), server.show.zones[0]!.name]).toEqual([6, 'Quay'])
  })
  it('going back asks before it throws away what another window has put since', async () => {
    const store = await opened()
    store.edit('Rename', (e) => e.set(['zones', 'z', 'name'], 'Pier'))
    await until(() => expect(store.state).toBe('saved'))
    toldOf(server.change('theirs', named('Quay')))
    store.undo()
    expect([store.asked?.now, store.show!.zones[0]!.name, store.undoLabel]).toEqual(['Quay', 'Quay', 'Rename'])
    store.asked!.goOn()
    expect([store.asked, store.show!.zones[0]!.name]).toEqual([undefined, 'Zone'])
  })
  it('nothing more is heard once the show is closed', async () => {
    const store = await opened()
    const line = Line.last
    store.close()
    expect(store.windows.others).toBe(0)
    vi.useFakeTimers()
    await vi.advanceTimersByTimeAsync(5000)
    expect(Line.last).toBe(line)
  })
})

describe('two windows of one browser', () => {
  it('see each other’s unsent edits, lose none, and all come to the server once', async () => {
    const [one, two] = [await opened(), await opened()]
    server.away = true
    for (let n = 1; n <= 5; n++) {
      one.edit(`One ${n}`, (e) => e.set(cooldown, rest(n)))
      two.edit(`Two ${n}`, (e) => e.set(['zones', 'z', 'rim'], n))
    }
    await until(() => expect([one.unsent, two.unsent]).toEqual([10, 10]))
    for (const { show } of [one, two]) expect([seconds(show), show!.zones[0]!.rim]).toEqual([5, 5])
    expect(await kept()).toHaveLength(10)
    server.away = false
    await until(() => expect([one.state, two.state]).toEqual(['saved', 'saved']))
    expect(server.changes.map(({ label }) => label)).toHaveLength(10)
    expect(new Set(server.changes.map(({ id }) => id)).size).toBe(10)
    for (const show of [one.show, two.show, server.show]) expect([seconds(show), show!.zones[0]!.rim]).toEqual([5, 5])
    expect(await kept()).toEqual([])
  })
  it('one that is closed leaves its edits to the other', async () => {
    const [one, two] = [await opened(), await opened()]
    server.away = true
    one.edit('Cooldown', (e) => e.set(cooldown, rest(9)))
    await until(() => expect(seconds(two.show)).toBe(9))
    one.close()
    server.away = false
    await until(() => expect([two.state, seconds(server.show)]).toEqual(['saved', 9]))
  })
})
