import Ajv from 'ajv/dist/2020'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { oneRule, SOUND } from '../testing/small-show'
import { randomShow } from '../testing/random-show'
import {
  applyPatch,
  checkTouched,
  keysOf,
  parseShow,
  patchOf,
  PatchConflict,
  readShow,
  rebase,
  showJsonSchema,
  ShowError,
  showTable,
  undoing,
  usesOf,
  validate,
  writeShow,
  type Show,
} from '.'

const show = oneRule(
  { cooldown: { seconds: 4 }, limit: { times: 2 }, on: { at: 'use', facing: { prop: 'door', within: 30 } } },
  [
    { id: 'l', kind: 'light', light: 'lamp', candela: 20, ramp: { seconds: 2 }, hold: 'release' },
    { id: 's', kind: 'sound', sound: 'thud', where: { at: 'around', near: 1, far: 3 } },
    { id: 'p', kind: 'prompt', text: 'Look', anchor: { prop: 'door' }, key: 'E' },
    { id: 'f', kind: 'freeze', locks: ['walk'], hold: 2 },
  ],
  {
    show: {
      sounds: [SOUND],
      flags: [{ id: 'lit', name: 'Lit', start: false }],
      place: {
        lights: [{ id: 'lamp', name: 'Lamp', kind: 'point', at: [0, 2, 0], candela: 100 }],
        props: [{ id: 'door', name: 'Door', kind: 'box', at: [3, 0, 0], size: [1, 2, 0.1] }],
        floors: [
          {
            id: 'floor',
            name: 'Floor',
            y: 0,
            outline: [
              [0, 0],
              [9, 0],
              [9, 9],
            ],
          },
        ],
      },
    },
  },
)
const plain = (): any => JSON.parse(writeShow(show))

/** What is wrong with a document, or undefined. */
function wrong(file: unknown): ShowError | undefined {
  try {
    readShow(file)
    return undefined
  } catch (error) {
    if (error instanceof ShowError) return error
    throw error
  }
}

describe('reading a show', () => {
  it('fills in every default, and reading what was written changes nothing', () => {
    const small = readShow({ format: 'esvik-show', version: 1, title: 'T', place: {} })
    expect(small.player).toEqual({ height: 1.8, radius: 0.3, eye: 1.65, walk: 1.4, run: 3.5 })
    expect(small.atmosphere).toEqual({ ambient: '#8899aa', level: 1, shadow: '#223344', exposure: 1 })
    expect(small.wishes).toEqual({ flashes: 3 })
    expect(parseShow(writeShow(show))).toEqual(show)
  })
  it('a scatter begins with the distance of the others if it says nothing else', () => {
    const made = oneRule({}, [{ id: 's', kind: 'scatter', pool: 'p', every: [2, 5] }], {
      show: { sounds: [SOUND], pools: [{ id: 'p', name: 'P', sounds: [{ sound: 'thud' }] }] },
    })
    expect(made.cues[0].steps[0]).toMatchObject({
      first: [2, 5],
      where: { at: 'around', near: 3, far: 9, arc: 360 },
      most: 4,
      bus: 'bed',
      hold: 'release',
    })
  })
  it.each([
    ['/zones/0/rim', (d: any) => (d.zones[0].rim = -1), /0 or more/],
    ['/zones/0/shape/kind', (d: any) => (d.zones[0].shape.kind = 'cone'), /must be one of "box"/],
    ['/zones/0/colour', (d: any) => (d.zones[0].colour = 'red'), /not a field/],
    ['/zones/0/rules/0/cue', (d: any) => (d.zones[0].rules[0].cue = 'gone'), /names the cue "gone"/],
    ['/cues/0/steps/0/light', (d: any) => (d.cues[0].steps[0].light = 'sun'), /names the light "sun"/],
    ['/cues/0/steps/0/ramp/seconds', (d: any) => (d.cues[0].steps[0].ramp.seconds = '2'), /must be a number/],
    ['/cues/0/steps/0/hold', (d: any) => (d.cues[0].steps[0].hold = 'ever'), /"cue" or "release" or "keep"/],
    ['/cues/0/steps/3/locks/1', (d: any) => d.cues[0].steps[3].locks.push('walk'), /given twice/],
    ['/cues/0/steps/1/id', (d: any) => (d.cues[0].steps[1].id = 'l'), /used twice/],
    ['/cues/0/steps/1/sound', (d: any) => (d.cues[0].steps[1].pool = 'x'), /exactly one of/],
    ['/walks/0/points/1/pace', (d: any) => (d.walks[0].points[1].pace = 0), /more than 0/],
    ['/walks/0/points/1/at', (d: any) => (d.walks[0].points[1].at = [1, 2]), /3 numbers/],
    ['/walks/0/points/1/at/2', (d: any) => (d.walks[0].points[1].at = [1, 2, 1e308]), /1000000 or less/],
    ['/flags/0/id', (d: any) => (d.flags[0].id = 'Lit!'), /a-z/],
    ['/title', (d: any) => (d.title = ''), /not be empty/],
    ['/title', (d: any) => delete d.title, /missing/],
    ['/version', (d: any) => (d.version = 2), /newer/],
    ['/format', (d: any) => (d.format = 'other'), /not a show/],
    [
      '/zones/0/rules/0/when/0/is',
      (d: any) => (d.zones[0].rules[0].when = [{ flag: 'lit', is: '<', value: true }]),
      /no order/,
    ],
    [
      '/place/floors/0/slopeTo/edge',
      (d: any) => (d.place.floors[0].slopeTo = { edge: [0, 7], y: 1 }),
      /two different corners/,
    ],
  ] as [string, (d: any) => void, RegExp][])('%s is named when it is wrong', (pointer, spoil, words) => {
    const document = plain()
    spoil(document)
    const error = wrong(document)
    expect(error?.pointer).toBe(pointer)
    expect(error?.message).toMatch(words)
  })
  it('a text that is no JSON, or too long, is refused', () => {
    expect(() => parseShow('{')).toThrow(/not JSON/)
    expect(() => parseShow(' '.repeat(9e6))).toThrow(/8 MiB/)
  })
})

describe('the JSON Schema and the Yup schema', () => {
  const ajv = new Ajv({ strict: false, allErrors: false })
  const valid = ajv.compile(showJsonSchema())
  const yup = (file: unknown): boolean => {
    try {
      validate(showTable, file)
      return true
    } catch {
      return false
    }
  }
  /** Every place in a document, to spoil one of. */
  function places(node: unknown, keys: (string | number)[] = []): (string | number)[][] {
    if (typeof node !== 'object' || node === null) return [keys]
    return [
      keys,
      ...Object.entries(node).flatMap(([key, value]) =>
        places(value, [...keys, Array.isArray(node) ? Number(key) : key]),
      ),
    ]
  }
  const VALUES = [null, 'x', -3, 1e308, [], {}, true, '', 0.5, 'cue', undefined]

  it('accept the same documents', () => {
    expect(valid(plain())).toBe(true)
    fc.assert(
      fc.property(randomShow, (made) => valid(JSON.parse(writeShow(made))) === true),
      { numRuns: 30 },
    )
  })
  it('give the same verdict on 300 mutated documents, each refusal with one clear message', () => {
    const all = places(plain()).slice(1)
    let refused = 0
    fc.assert(
      fc.property(fc.constantFrom(...all), fc.constantFrom(...VALUES), (keys, value) => {
        const document = plain()
        const parent = keys.slice(0, -1).reduce((node, key) => node[key], document)
        if (value === undefined) delete parent[keys.at(-1)!]
        else parent[keys.at(-1)!] = value
        const whole = JSON.parse(JSON.stringify(document))
        expect(yup(whole), JSON.stringify([keys, value])).toBe(valid(whole))
        const error = wrong(whole)
        if (!error) return
        refused++
        expect(error.message.length).toBeLessThan(300)
        expect(
          keysOf(error.pointer).join('/').startsWith(keys.slice(0, 2).join('/')) || error.pointer !== undefined,
        ).toBe(true)
      }),
      { numRuns: 300, seed: 3 },
    )
    expect(refused).toBeGreaterThan(150)
  })
})

describe('edits', () => {
  const set = (from: Show, rim: number) => patchOf(from, (e) => e.set(['zones', 'z', 'rim'], rim))

  it('leave the show they were made on as it is, and share what they don’t touch', () => {
    const { show: after } = set(show, 0.7)
    expect(show.zones[0].rim).toBe(0)
    expect(after.zones[0].rim).toBe(0.7)
    expect(after.cues).toBe(show.cues)
    expect(after.zones[0].rules).toBe(show.zones[0].rules)
  })
  it('carry a test on the id of each thing they pass through', () => {
    const { patch } = patchOf(show, (e) => e.set(['zones', 'z', 'rules', 'r', 'chance'], 0.5))
    expect(patch).toEqual([
      { op: 'test', path: '/zones/0/id', value: 'z' },
      { op: 'test', path: '/zones/0/rules/0/id', value: 'r' },
      { op: 'replace', path: '/zones/0/rules/0/chance', value: 0.5 },
    ])
  })
  it('undo gives back what was there, whatever was done', () => {
    const works: ((e: Parameters<Parameters<typeof patchOf>[1]>[0]) => void)[] = [
      (e) => e.set(['zones', 'z', 'rim'], 2),
      (e) => e.set(['zones', 'z', 'rules', 'r', 'limit'], undefined),
      (e) => e.remove(['zones', 'z']),
      (e) => e.add(['zones'], { ...show.zones[0], id: 'y' }),
      (e) => {
        e.add(['zones'], { ...show.zones[0], id: 'y' }, 0)
        e.remove(['zones', 'z'])
        e.set(['zones', 'y', 'name'], 'Y')
      },
    ]
    fc.assert(
      fc.property(fc.array(fc.constantFrom(...works), { minLength: 1, maxLength: 1 }), ([work]) => {
        const { patch, show: after } = patchOf(show, work)
        expect(applyPatch(after, undoing(show, patch))).toEqual(show)
      }),
    )
  })
  it('find their thing by its id after others have moved it', () => {
    const { patch } = set(show, 0.7)
    const moved = { ...show, zones: [{ ...show.zones[0], id: 'new' }, ...show.zones] }
    expect(applyPatch(moved, rebase(moved, patch)).zones.map((z) => z.rim)).toEqual([0, 0.7])
  })
  it('say so when their thing is gone', () => {
    const { patch } = set(show, 0.7)
    expect(() => rebase({ ...show, zones: [] }, patch)).toThrow(PatchConflict)
    expect(() => applyPatch({ ...show, zones: [{ ...show.zones[0], id: 'other' }] }, patch)).toThrow(
      /is not "z" any more/,
    )
  })
  it('that break the show are refused, naming the field', () => {
    const { patch, show: after } = patchOf(show, (e) => e.remove(['cues', 'cue']))
    expect(() => checkTouched(after, patch)).toThrow(/\/zones\/0\/rules\/0\/cue names the cue "cue"/)
    const negative = set(show, -1)
    expect(() => checkTouched(negative.show, negative.patch)).toThrow('/zones/0/rim must be 0 or more')
  })
})

it('everything that uses a thing is found', () => {
  expect(usesOf(show, 'props', 'door').map((use) => use.keys.join('/'))).toEqual([
    'cues/0/steps/2/anchor/prop',
    'zones/0/rules/0/on/facing/prop',
  ])
})
