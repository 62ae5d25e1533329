import type { Run } from '~~/core/engine'

/** The same run with cuts in place of every blend from one picture to another: for whom movement that isn't their own is too much. */
export function withStillCameras(run: Run): Run {
  const cameras = run.channels.cameras.map((claims) =>
    claims.map((claim) => ({
      ...claim,
      stops: claim.stops.map((stop) => ({ ...stop, travel: 0, stay: stop.stay + stop.travel })),
      back: { ...claim.back, seconds: 0 },
    })),
  )
  return { ...run, channels: { ...run.channels, cameras } }
}
