import { itemAt, needed } from '../base'
import { facingAt, positionAt, prepare, type Run, type RunEvent } from '../engine'
import { applyPatch, type Show } from '../show'
import { HandBody, samplesOf, standingAt, type Hands, type Lived, type Sample, type Stance } from '../walking'
import { SharedRun } from './shared-run'
import type { Entry, Order, Packet, Say } from './words'

/** What a window shows is so much behind what it knows (s), so that it goes on evenly; where it is more off than the second it leaps. */
const BEHIND = 0.04
const OFF = 0.15
/** It says where its body is so often (ms). */
const SAYS = 25
/** What can have come out otherwise where others walked isn't tried more often than this. */
const TRIES = 1

export interface Ways {
  say: (say: Say) => void
  /** The clock (ms). */
  clock: () => number
  /** Something other than time has changed: an edit, somebody who came, a leap back. */
  changed?: () => void
}

/** One window's part in a run of several: it knows what has been decided, and moves its own body at once. */
export class Together {
  /** The time that is shown (s). */
  t = 0
  pitch = 0
  pace = 1
  /** How often what was worked out here was other than what was decided. */
  differs = 0
  private shared: SharedRun | undefined
  private member: number | undefined
  private body: HandBody | undefined
  private puts = 0
  private readonly queue: Entry[] = []
  private readonly early = new Map<number, Entry>()
  private has = 0
  private working = false
  private n = 0
  private said = -Infinity
  private heard = 0
  private orders: Order[] = []
  private fresh: RunEvent[] = []
  private come!: () => void
  /** Resolves once it is known what has come to be. */
  readonly begun = new Promise<void>((done) => (this.come = done))

  constructor(
    private readonly ways: Ways,
    readonly looksOn = false,
  ) {}

  get run(): SharedRun {
    return needed(this.shared, 'run that is shared')
  }
  get now(): Run {
    return this.run.now
  }
  get played(): Show {
    return this.run.show
  }
  get events(): readonly RunEvent[] {
    return this.run.events
  }
  get since(): number {
    return this.run.since
  }
  /** The member through whose eyes one sees. */
  private get seen(): number {
    return (
      this.member ??
      Math.max(
        0,
        this.run.members.findIndex(({ isGone }) => !isGone),
      )
    )
  }
  get player(): number {
    return this.run.playerOf(this.seen)
  }
  /** The walks of those who have left. */
  get gone(): number[] {
    return this.run.members.flatMap(({ isGone }, i) => (isGone ? [this.run.playerOf(i)] : []))
  }
  get others(): number {
    return this.run.members.filter(({ isGone }, i) => !isGone && i !== this.member).length
  }
  get over(): string | undefined {
    return this.shared?.over
  }
  get stance(): Stance {
    return this.body ? this.body.stance : standingAt(positionAt(itemAt(this.now.paths, this.player), this.t))
  }
  get yaw(): number {
    return this.body ? this.body.yaw : facingAt(this.played, this.now, this.player, this.t)
  }

  /** Hears a packet; what of it was known is nothing new, and what is missing will come again. */
  hear({ from, entries, heard, pace, member }: Packet): void {
    entries.forEach((entry, i) => {
      if (from + i >= this.has) this.early.set(from + i, entry)
    })
    for (let next = this.early.get(this.has); next; next = this.early.get(this.has)) {
      this.early.delete(this.has++)
      this.queue.push(next)
    }
    this.orders.splice(0, heard - this.heard)
    this.heard = Math.max(this.heard, heard)
    this.pace = pace
    this.member = member
    if (!this.working) void this.work()
    this.sayIfDue()
  }
  private async work(): Promise<void> {
    this.working = true
    for (let entry = this.queue.shift(); entry; entry = this.queue.shift()) {
      const show = entry.kind === 'begin' ? entry.show : entry.kind === 'edit' ? applyPatch(this.played, entry.patch) : undefined // prettier-ignore
      if (show) await prepare(show)
      this.take(entry)
    }
    this.working = false
  }
  private take(entry: Entry): void {
    if (entry.kind === 'begin') {
      this.shared = new SharedRun(entry)
      this.t = this.shared.t
      return
    }
    const { run } = this
    const found = run.apply(entry)
    if (entry.kind === 'beat') {
      if (found.length !== entry.events.length) this.differs++
      this.fresh.push(...entry.events)
    } else this.ways.changed?.()
    if (entry.kind === 'back') this.t = Math.max(run.since, run.t - BEHIND)
    this.standWherePut()
    if (entry.kind === 'over' || this.isThere(entry)) this.come()
  }
  /** Whether who walks here is there. */
  private isThere(entry: Entry): boolean {
    return entry.kind === 'beat' && (this.member === undefined || entry.rows.some(([who]) => who === this.member))
  }
  private standWherePut(): void {
    if (this.member === undefined) return
    const member = this.run.members[this.member]
    if (!member || (this.body && member.puts === this.puts)) return
    if (!this.body) {
      const { walks, player } = this.run.beginning
      const walk = this.played.walks.find(({ id }) => id === walks[player])
      this.body = new HandBody(walk?.body ?? { kind: 'player', tags: [] })
    }
    this.puts = member.puts
    this.body.standAt(member.at, member.yaw)
  }

  /** Goes on by a while (s) as hands want. Gives what has been decided meanwhile. */
  step(seconds: number, hands: Hands): RunEvent[] {
    const { run, body } = this
    this.t += seconds
    if (this.pace > 0 && Math.abs(run.t - BEHIND - this.t) > OFF) this.t = Math.max(run.since, run.t - BEHIND)
    if (body && run.over === undefined) {
      body.go({ show: run.show, run: run.now, t: run.t, player: this.player }, seconds, hands)
      this.pitch = body.pitch
      if (hands.key !== undefined) this.order({ key: hands.key })
    } else if (!body) this.pitch = itemAt(run.members, this.seen).pitch
    this.sayIfDue()
    return this.fresh.splice(0)
  }
  turn({ turns, tilts }: Pick<Hands, 'turns' | 'tilts'>): void {
    const { run, body } = this
    body?.turn({ show: run.show, run: run.now, t: run.t, player: this.player }, { turns, tilts })
    if (body) this.pitch = body.pitch
  }
  /** Wants something done, for all. */
  order(order: Order): void {
    this.orders.push(order)
  }
  back(seconds: number): void {
    this.order({ back: Math.min(seconds, 1e6) })
  }

  private sayIfDue(): void {
    const now = this.ways.clock()
    if (now - this.said < SAYS) return
    this.said = now
    const { body, puts, orders, has } = this
    const pose = body && ([...body.stance.at, body.yaw, body.pitch] as Say['pose'])
    this.ways.say({ n: ++this.n, has, pose, puts, from: this.heard, orders })
  }
  /** After a break of the line all begins to be numbered anew. */
  joinedAgain(): void {
    this.n = 0
    this.said = -Infinity
  }

  /** What was walked here, for whoever makes a walk of the show of it; others don't walk beside that. */
  lived(): Lived {
    const { run, member, player, others } = this
    const { beginning, show, since } = run
    const told: Sample[] = member === undefined ? [] : run.toldOf(member)
    const before = member === 0 && 't' in beginning.from ? samplesOf(show, run.now, player, since) : []
    const { seed, walks } = beginning
    const tries = others > 0 || member !== 0 ? TRIES : undefined
    return { show, seed, walks, player: beginning.player, run: run.soFar(), lived: player, samples: [...before, ...told], tries } // prettier-ignore
  }
}
