import fc from 'fast-check'
import { expect, it } from 'vitest'
import { prepare, RunError } from '../engine'
import { rulesAt, kitRulesOf, nameOfKitRule, patchOf, type Show } from '../show'
import { dithering, oneRule } from '../testing/small-show'
import { anyShow, randomShowWithParts } from '../testing/random-show'
import { narrowed, observe, type Evidence } from '.'

const WALKERS = 3

/** The moments of every rule by a few walkers; undefined where the run has no end. */
function studied(show: Show): Evidence | undefined {
  const evidence: Evidence = new Map()
  const walks = show.walks.map(({ id }) => id)
  try {
    for (let walker = 1; walker <= WALKERS; walker++) observe(show, { walks }, walker, evidence)
  } catch (error) {
    if (error instanceof RunError) return undefined
    throw error
  }
  return evidence
}
/** When it was, whoever came, and whether it fired: how long a cue plays that the run's end cuts off is not a rule's own matter. */
const momentsOf = (evidence: Evidence, name: string) =>
  (evidence.get(name) ?? []).map(({ walker, t, fired }) => ({ walker, t, fired }))
const namesOf = (show: Show): string[] => [
  ...show.zones.flatMap((zone) => [
    ...kitRulesOf(show, zone).map((r) => nameOfKitRule(zone, r)),
    ...zone.rules.map((r) => r.id),
  ]),
  ...show.rules.map(({ id }) => id),
]

it('a rule has the same moments in a show narrowed to it as in the whole', async () => {
  let [tried, compared] = [0, 0]
  await fc.assert(
    fc.asyncProperty(anyShow, async (show) => {
      await prepare(show)
      tried++
      const whole = studied(show)
      if (!whole) return
      for (const name of namesOf(show)) {
        expect(momentsOf(studied(narrowed(show, new Set([name])))!, name), name).toEqual(momentsOf(whole, name))
        compared += momentsOf(whole, name).length
      }
    }),
    { numRuns: 40, endOnFailure: true },
  )
  expect(compared).toBeGreaterThanOrEqual(Math.floor(tried / 2))
})

it('leaves out what only sounds, and keeps what holds a walker', () => {
  const walk = dithering(1, 3)
  const show = oneRule({}, [{ id: 's', kind: 'fade', in: 1, stay: 0, out: 1 }], { show: { walks: [walk] } })
  const other = { ...show.zones[0]!, id: 'other', rules: [{ ...show.zones[0]!.rules[0]!, id: 'of-other' }] }
  const two = patchOf(show, (e) => e.add(['zones'], other)).show
  expect(narrowed(two, new Set(['r'])).zones.map(({ id }) => id)).toEqual(['z'])
  const freezing = patchOf(two, (e) =>
    e.set(
      ['cues', 'cue', 'steps'],
      [{ id: 's', kind: 'freeze', at: 0, jitter: 0, muted: false, locks: ['walk'], hold: 1 }],
    ),
  ).show
  expect(
    narrowed(freezing, new Set(['r']))
      .zones.flatMap((zone) => rulesAt(freezing, zone))
      .map(({ id }) => id),
  ).toEqual(['r', 'of-other'])
})

it('leaves a kit with parts only the rules that bear on it', () => {
  const [show] = fc.sample(randomShowWithParts, { numRuns: 1, seed: 3 })
  const quiet = { ...show!, cues: show!.cues.map((cue) => ({ ...cue, steps: [] })) }
  const [first] = quiet.kits[0]!.rules
  const only = narrowed(quiet, new Set([`${quiet.zones[0]!.id}/${first!.id}`]))
  expect(only.kits[0]!.rules.map(({ id }) => id)).toEqual([first!.id])
  expect(only.zones.every(({ kit, rules }) => kit === 'kit' && rules.length === 0)).toBe(true)
})
