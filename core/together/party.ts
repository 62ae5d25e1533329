import { itemAt, messageOf } from '../base'
import { RunError } from '../engine'
import { ShowError, type Operation, type Point, type Show } from '../show'
import type { Beginning } from '../walking'
import { SharedRun } from './shared-run'
import type { Entry, Order, Packet, Row, Say } from './words'

/** A window that takes part, or looks on. */
interface Seat {
  /** The member that walks there. */
  member: number | undefined
  send: (packet: Packet) => void
  /** The number of the last that was said, and how many orders have been heard. */
  n: number
  heard: number
  /** How many entries it has, and has been sent. */
  has: number
  sent: number
  /** When either of these last changed for the better (ms). */
  lately: number
  pose: { at: Point; yaw: number; pitch: number; puts: number } | undefined
  pressed: string[]
}

/** A run goes on by no more than this at once, however long nothing was done (s). */
const LONGEST = 1
/** What was sent is sent again with the next so often, so that one that is lost doesn't matter. */
const AGAIN = 2
/** So many entries may be under way to a window. */
const UNDER_WAY = 4000
/** What isn't known to have come after so long is sent again (ms). */
const PATIENCE = 1000
/** A run by hand is no longer than this (s). */
const MOST = 3600

/** Several who walk at once: one run, which is decided here. Times of the clock are in ms. */
export class Party {
  readonly run: SharedRun
  private readonly entries: Entry[]
  private readonly seats = new Map<string, Seat>()
  private pace = 1
  private last: number

  /** The show must have been prepared. @throws RunError if nobody walks in it */
  constructor(show: Show, beginning: Beginning, now: number) {
    const begin: Entry = { kind: 'begin', show, beginning }
    this.run = new SharedRun(begin)
    this.entries = [begin]
    this.last = now
  }

  /** How many walk. */
  get walkers(): number {
    return [...this.seats.values()].filter(({ member }) => member !== undefined).length
  }
  get isOver(): boolean {
    return this.run.over !== undefined
  }

  /** A window comes, or comes again; to look on or to walk. */
  enter(key: string, looksOn: boolean, send: Seat['send'], now: number): void {
    const known = this.seats.get(key)
    if (known) return void Object.assign(known, { send, sent: known.has, n: 0, lately: now })
    const member = looksOn ? undefined : this.memberComes()
    this.seats.set(key, { member, send, n: 0, heard: 0, has: 0, sent: 0, lately: now, pose: undefined, pressed: [] })
  }
  private memberComes(): number {
    const { members } = this.run
    const isFirst = ![...this.seats.values()].some(({ member }) => member === 0) && !itemAt(members, 0).isGone
    if (isFirst) return 0
    const beside = members.findLast(({ isGone }) => !isGone) ?? itemAt(members, 0)
    const taken = new Set([...members.map(({ id }) => id), ...this.run.show.walks.map(({ id }) => id)])
    let number = members.length + 1
    while (taken.has(nameOf(number))) number++
    this.add({ kind: 'joins', name: nameOf(number), at: beside.at, yaw: beside.yaw })
    return members.length - 1
  }
  /** A window has gone for good. */
  leave(key: string): void {
    const seat = this.seats.get(key)
    this.seats.delete(key)
    if (seat?.member !== undefined && !this.isOver) this.add({ kind: 'leaves', member: seat.member })
    if (this.walkers === 0) this.end('Nobody walks any more')
  }
  end(why: string): void {
    if (!this.isOver) this.add({ kind: 'over', why })
  }

  /** Hears what a window says. */
  hear(key: string, say: Say, now: number): void {
    const seat = this.seats.get(key)
    if (!seat || say.n <= seat.n) return
    seat.n = say.n
    if (say.has > seat.has) {
      seat.has = Math.min(say.has, this.entries.length)
      seat.lately = now
    }
    if (say.pose) {
      const [x, y, z, yaw, pitch] = say.pose
      seat.pose = { at: [x, y, z], yaw, pitch, puts: say.puts }
    }
    say.orders.forEach((order, i) => {
      if (say.from + i !== seat.heard) return
      seat.heard++
      this.obey(seat, order)
    })
  }
  private obey(seat: Seat, order: Order): void {
    if (this.isOver) return
    if ('key' in order) seat.pressed.push(order.key)
    else if ('pace' in order) this.pace = order.pace
    else this.add({ kind: 'back', t: Math.max(this.run.since, this.run.t - order.back) })
  }

  /** The show is edited; what it becomes must have been prepared. */
  edit(patch: Operation[]): void {
    if (!this.isOver) this.add({ kind: 'edit', patch })
  }

  /** All go on up to now, and every window is told what has come to be. */
  beat(now: number): void {
    const spent = Math.min((now - this.last) / 1000, LONGEST) * this.pace
    this.last = now
    if (spent > 0 && !this.isOver) this.goOn(spent)
    for (const seat of this.seats.values()) this.tell(seat, now)
  }
  private goOn(spent: number): void {
    const { t } = this.run
    if (t + spent - this.run.since > MOST) return this.end('A walk together is no longer than an hour')
    const rows = [...this.seats.values()].flatMap((seat) => this.rowOf(seat))
    this.add({ kind: 'beat', t: t + spent, rows, events: [] })
  }
  private rowOf({ member, pose, pressed }: Seat): Row[] {
    if (member === undefined) return []
    const known = itemAt(this.run.members, member)
    // Who was put elsewhere and doesn't know it yet stands there.
    const { at, yaw, pitch } = pose?.puts === known.puts ? pose : known
    const key = pressed.shift()
    return [key === undefined ? [member, ...at, yaw, pitch] : [member, ...at, yaw, pitch, key]]
  }
  private add(entry: Exclude<Entry, { kind: 'begin' }>): void {
    try {
      const events = this.run.apply(entry)
      this.entries.push(entry.kind === 'beat' ? Object.assign(entry, { events }) : entry)
    } catch (error) {
      if (!(error instanceof RunError || error instanceof ShowError)) throw error
      this.end(messageOf(error))
    }
  }
  private tell(seat: Seat, now: number): void {
    const { entries } = this
    if (seat.sent > seat.has && now - seat.lately > PATIENCE) {
      seat.sent = seat.has
      seat.lately = now
    }
    const from = Math.max(seat.has, seat.sent - AGAIN, Math.min(seat.sent, 1))
    const to = Math.min(entries.length, seat.has + UNDER_WAY)
    const packet = { from, entries: entries.slice(from, to), heard: seat.heard, pace: this.pace, member: seat.member }
    if (seat.sent === seat.has) seat.lately = now
    seat.sent = Math.max(seat.sent, to)
    seat.send(packet)
  }
}

const nameOf = (number: number): string => `player-${number}`
