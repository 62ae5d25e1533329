import { itemAt } from '../base'
import { facingAt, positionAt, type LiveRun, type Run, type RunEvent } from '../engine'
import { applyPatch, type Point, type Show } from '../show'
import { beginLive, type Beginning, type Begun } from '../walking'
import type { Entry } from './words'

/** Somebody who walks in a shared run. */
export interface Member {
  /** Their walk's id in the run. */
  id: string
  at: Point
  yaw: number
  pitch: number
  /** How often they have been put elsewhere than they went. */
  puts: number
  isGone: boolean
  /** Where they came. */
  readonly start: { at: Point; yaw: number }
}
type Beat = Extract<Entry, { kind: 'beat' }>
type Leaving = Extract<Entry, { kind: 'leaves' }>

/** A run that several walk in, made of entries: the same entries make the same run, where it is decided and in every window. */
export class SharedRun {
  show: Show
  /** How far it has come (s). */
  t = 0
  /** All that has happened, in order. */
  events: RunEvent[] = []
  readonly members: Member[]
  /** Why it can't go on, once it can't. */
  over: string | undefined
  readonly beginning: Beginning
  private live!: LiveRun
  private run!: Run
  private readonly past: (Beat | Leaving)[] = []

  /** The show must have been prepared. @throws RunError if nobody walks in it */
  constructor({ show, beginning }: Extract<Entry, { kind: 'begin' }>) {
    this.show = show
    this.beginning = beginning
    const { walk, at, yaw } = this.begin([])
    this.members = [memberAt(walk.id, at, yaw)]
  }

  /** The run as it is now; what it holds goes on being written. */
  get now(): Run {
    return this.run
  }
  /** The same, as it stays. */
  soFar = (): Run => this.live.soFar()
  /** From when on it is walked by hand (s). */
  get since(): number {
    const { from } = this.beginning
    return 't' in from ? from.t : 0
  }
  /** The place of a member's walk among those of the run. */
  playerOf(member: number): number {
    return this.run.walks.indexOf(itemAt(this.members, member).id)
  }
  /** Where a member was told to be, beat by beat. */
  toldOf(member: number): { t: number; at: Point; yaw: number; key?: string }[] {
    return this.past.flatMap((entry) => {
      const row = entry.kind === 'beat' && entry.rows.find(([who]) => who === member)
      return row ? [{ t: entry.t, at: [row[1], row[2], row[3]] as Point, yaw: row[4], key: row[6] }] : []
    })
  }

  /**
   * Goes on by an entry; the show of an edit must have been prepared. Gives what has happened now.
   * @throws RunError where the run can't go on, and ShowError for an edit that the show doesn't take
   */
  apply(entry: Exclude<Entry, { kind: 'begin' }>): RunEvent[] {
    switch (entry.kind) {
      case 'joins':
        this.members.push(memberAt(entry.name, entry.at, entry.yaw))
        return this.again()
      case 'leaves':
        this.past.push(entry)
        return this.hear(entry)
      case 'beat':
        this.past.push(entry)
        return this.hear(entry)
      case 'edit':
        this.show = applyPatch(this.show, entry.patch)
        return this.again()
      case 'back':
        return this.goBack(entry.t)
      case 'over':
        this.over = entry.why
        return []
    }
  }

  private begin(others: readonly Member[]): Begun {
    const begun = beginLive(this.show, this.beginning, others)
    this.live = begun.live
    this.t = begun.t
    this.events = []
    this.write()
    return begun
  }
  /** All that was told is told again; nobody is put elsewhere by it. */
  private again(): RunEvent[] {
    const before = this.members.map(({ at, yaw, puts, isGone }) => ({ at, yaw, puts, isGone }))
    this.begin(this.members.slice(1))
    for (const entry of this.past) this.hear(entry)
    this.members.forEach((member, i) => Object.assign(member, before[i]))
    return []
  }
  private goBack(t: number): RunEvent[] {
    const kept = this.past.filter((entry, i) => i === 0 || entry.kind === 'leaves' || entry.t <= t)
    this.past.splice(0, Infinity, ...kept)
    this.again()
    for (const [member, { isGone, start }] of this.members.entries()) {
      const { at, yaw } = this.toldOf(member).at(-1) ?? start
      if (!isGone) this.put(member, at, yaw)
    }
    return []
  }
  private put(member: number, at: Point, yaw: number): void {
    const who = itemAt(this.members, member)
    Object.assign(who, { at, yaw, puts: who.puts + 1 })
  }

  private hear(entry: Beat | Leaving): RunEvent[] {
    const fresh: RunEvent[] = []
    if (entry.kind === 'leaves') {
      const member = itemAt(this.members, entry.member)
      member.isGone = true
      fresh.push(...this.live.stop(member.id))
    } else {
      const { t } = entry
      for (const [who, x, y, z, yaw, pitch, key] of entry.rows) {
        const member = itemAt(this.members, who)
        Object.assign(member, { at: [x, y, z], yaw, pitch })
        fresh.push(...this.live.feed(member.id, t, { at: member.at, facing: yaw }, { use: key }))
      }
      this.t = t
    }
    for (const event of fresh) this.events.push(event)
    this.write()
    for (const event of fresh) if (event.kind === 'move') this.follow(event.player)
    return fresh
  }
  /** Somebody is where the run has put them. */
  private follow(id: string): void {
    const member = this.members.findIndex((each) => each.id === id)
    if (member < 0) return
    const player = this.playerOf(member)
    this.put(member, positionAt(itemAt(this.run.paths, player), this.t), facingAt(this.show, this.run, player, this.t))
  }
  private write(): void {
    this.run = { ...this.live.now(), length: this.t }
  }
}

const memberAt = (id: string, at: Point, yaw: number): Member => ({ id, at, yaw, pitch: 0, puts: 0, isGone: false, start: { at, yaw } }) // prettier-ignore
