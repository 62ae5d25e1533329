/** How often somebody may say something: so many times in so long (ms). */
export class RateLimit {
  private readonly said = new Map<string, number[]>()
  constructor(
    private readonly most: number,
    private readonly within: number,
  ) {}

  /** Notes that somebody says something now; whether that is once too many. */
  exceededBy(who: string, now = Date.now()): boolean {
    const lately = (this.said.get(who) ?? []).filter((at) => now - at < this.within)
    lately.push(now)
    this.said.set(who, lately)
    return lately.length > this.most
  }
  forget(who: string): void {
    this.said.delete(who)
  }
}
