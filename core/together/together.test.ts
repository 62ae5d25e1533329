import { describe, expect, it } from 'vitest'
import { prepare, type RunEvent } from '../engine'
import type { Show } from '../show'
import { lines, oneRule, point, walk } from '../testing/small-show'
import type { Hands } from '../walking'
import { Party, Together, type Packet, type Say } from '.'

const STILL: Hands = { ahead: 0, aside: 0, runs: false, jumps: false, turns: 0, tilts: 0 }
/** The walk stands at 0 for two seconds and goes along X; the zone begins at 1.7 and ends at 4.3. */
const WALKS = { walks: [walk('w', { ...point(0), pause: 2 }, point(20))] }
const FRAME = 5

/** Windows on a line that takes its time and loses some, beside a party; the clock goes on by hand. */
class House {
  now = 0
  readonly party: Party
  readonly windows: Together[] = []
  readonly hands: Hands[] = []
  /** When each event was decided, and came to each window (ms). */
  readonly decided: number[] = []
  readonly came: number[][] = []
  private readonly mail: { at: number; take: () => void }[] = []
  private luck = 1
  constructor(
    show: Show,
    private readonly lag: number,
    private readonly loss: number,
    t = 2,
  ) {
    this.party = new Party(show, { seed: 1, walks: ['w'], player: 0, from: { t } }, 0)
  }
  private isLost(): boolean {
    this.luck = (this.luck * 48271) % 2147483647
    return this.luck / 2147483647 < this.loss
  }
  private post(take: () => void): void {
    if (!this.isLost()) this.mail.push({ at: this.now + this.lag, take })
  }
  comes(key: string, looksOn = false): Together {
    const say = (said: Say) => {
      const text = JSON.stringify(said)
      this.post(() => this.party.hear(key, JSON.parse(text) as Say, this.now))
    }
    const window = new Together({ say, clock: () => this.now }, looksOn)
    const send = (packet: Packet) => {
      const text = JSON.stringify(packet)
      this.post(() => window.hear(JSON.parse(text) as Packet))
    }
    this.party.enter(key, looksOn, send, this.now)
    this.windows.push(window)
    this.hands.push(STILL)
    this.came.push([])
    return window
  }
  async pass(seconds: number): Promise<void> {
    for (const end = this.now + seconds * 1000; this.now < end; this.now += FRAME) {
      for (let i = 0; i < this.mail.length;) {
        if (this.mail[i].at > this.now) i++
        else this.mail.splice(i, 1)[0].take()
      }
      if (this.now % 25 === 0) this.party.beat(this.now)
      while (this.decided.length < this.party.run.events.length) this.decided.push(this.now)
      // What has to be prepared is so by the next turn.
      await new Promise((done) => setImmediate(done))
      this.windows.forEach((window, i) => {
        if (!isBegun(window)) return
        window.step(FRAME / 1000, this.hands[i])
        this.hands[i] = { ...this.hands[i], key: undefined }
        while (this.came[i].length < window.events.length) this.came[i].push(this.now)
      })
    }
  }
}
function isBegun(window: Together): boolean {
  try {
    return window.run.t > window.since
  } catch {
    return false
  }
}
const ofPlayers = (events: readonly RunEvent[]) => lines(events, 'enter', 'leave', 'fire', 'held', 'press')

describe('two who walk at once', () => {
  const show = oneRule({ on: { at: 'enter' }, per: 'run', cooldown: { seconds: 30 } }, [], { show: WALKS })

  it('one run decides for both, and each has it', async () => {
    await prepare(show)
    const house = new House(show, 0, 0)
    const [one, two] = [house.comes('a'), house.comes('b')]
    await house.pass(0.5)
    // The walk faces along X when it is taken over.
    house.hands[0] = { ...STILL, ahead: 1 }
    await house.pass(2)
    house.hands[1] = { ...STILL, ahead: 1 }
    await house.pass(2.5)
    const { events } = house.party.run
    expect(events.filter(({ kind }) => kind === 'fire')).toMatchObject([{ player: 'w' }])
    expect(events.filter(({ kind }) => kind === 'held')).toMatchObject([{ player: 'player-2', gate: 'cooldown' }])
    for (const window of [one, two]) {
      expect(window.events).toEqual(events)
      expect(window.differs).toBe(0)
      expect(window.now.paths.map((path) => path.length)).toEqual(house.party.run.now.paths.map((path) => path.length))
    }
    expect([one.player, two.player, one.others]).toEqual([0, 1, 1])
  })

  it('with 100 ms of lag and one in fifty lost nothing is decided twice or lost, and all comes within 50 ms and the lag', async () => {
    const many = oneRule({ on: { at: 'enter' } }, [], { show: WALKS })
    await prepare(many)
    const house = new House(many, 100, 0.02)
    const [one, two] = [house.comes('a'), house.comes('b')]
    await house.pass(1)
    for (let i = 0; i < 40; i++) {
      house.hands[i % 2] = { ...STILL, ahead: i % 4 < 2 ? 1 : -1, runs: true, key: 'E' }
      await house.pass(0.7)
    }
    house.hands.fill(STILL)
    await house.pass(1)
    const { events } = house.party.run
    expect(events.filter(({ kind }) => kind === 'press')).toHaveLength(40)
    expect(events.filter(({ kind }) => kind === 'fire').length).toBeGreaterThan(6)
    for (const [i, window] of [one, two].entries()) {
      expect(window.events).toEqual(events)
      expect(window.differs).toBe(0)
      const late = events.map((_, n) => house.came[i][n] - house.decided[n])
      expect(Math.max(...late)).toBeLessThanOrEqual(150)
    }
  })

  it('who is put elsewhere stands there, though they hadn’t known and went on', async () => {
    const mark = { id: 'm', name: 'M', kind: 'standing' as const, at: [40, 0, 40] as [number, number, number], yaw: 90 }
    const steps = [{ id: 's', kind: 'move', mark: 'm' }]
    const moving = oneRule({ on: { at: 'enter' } }, steps, { show: { ...WALKS, place: { marks: [mark] } } })
    await prepare(moving)
    const house = new House(moving, 100, 0)
    const one = house.comes('a')
    await house.pass(0.5)
    house.hands[0] = { ...STILL, ahead: 1 }
    await house.pass(3)
    expect(house.party.run.events.filter(({ kind }) => kind === 'move')).toHaveLength(1)
    expect(one.stance.at[0]).toBeLessThan(39)
    expect(one.stance.at[2]).toBeCloseTo(40, 6)
    expect(ofPlayers(house.party.run.events).filter((line) => line.includes('enter'))).toHaveLength(1)
  })

  it('heeds edits, goes back for both, stands still for both, and lets one go', async () => {
    await prepare(show)
    const house = new House(show, 40, 0)
    const [one, two] = [house.comes('a'), house.comes('b')]
    await house.pass(0.5)
    house.hands[0] = { ...STILL, ahead: 1 }
    await house.pass(0.3)
    house.hands[1] = { ...STILL, ahead: 1 }
    await house.pass(2)
    house.party.edit([{ op: 'replace', path: '/zones/0/rules/0/cooldown/seconds', value: 0 }])
    await house.pass(0.2)
    expect(house.party.run.events.filter(({ kind }) => kind === 'fire')).toHaveLength(2)
    expect(two.events).toEqual(house.party.run.events)
    one.back(10)
    house.hands.fill(STILL)
    await house.pass(0.3)
    expect(house.party.run.events.filter(({ kind }) => kind === 'fire')).toHaveLength(0)
    for (const { stance } of [one, two]) expect(stance.at[0]).toBeCloseTo(0, 6)
    two.order({ pace: 0 })
    await house.pass(0.2)
    const { t } = house.party.run
    await house.pass(1)
    expect([house.party.run.t, one.pace]).toEqual([t, 0])
    house.party.leave('a')
    await house.pass(0.3)
    expect([two.others, two.gone]).toEqual([0, [0]])
    house.party.leave('b')
    expect(house.party.isOver).toBe(true)
  })

  it('who comes late has all that was, and who looks on sees through the eyes of who walks', async () => {
    await prepare(show)
    const house = new House(show, 20, 0.02)
    house.comes('a')
    await house.pass(0.3)
    house.hands[0] = { ...STILL, ahead: 1 }
    await house.pass(2)
    const late = house.comes('c', true)
    await house.pass(1)
    expect(late.events).toEqual(house.party.run.events)
    expect(Math.abs(late.stance.at[0] - house.windows[0].stance.at[0])).toBeLessThan(0.3)
    expect(house.party.walkers).toBe(1)
  })
})
