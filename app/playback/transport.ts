/** Where the sound's clock stands against the run's: run time `at` sounds at context time `zero`, `speed` times as fast. */
export interface Transport {
  zero: number
  at: number
  speed: number
}
export const contextTime = (transport: Transport, t: number): number =>
  transport.zero + (t - transport.at) / transport.speed
export const runTime = (transport: Transport, now: number): number =>
  transport.at + (now - transport.zero) * transport.speed
