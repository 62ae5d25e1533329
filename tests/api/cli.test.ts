import { spawn, spawnSync } from 'node:child_process'
import { createHash } from 'node:crypto'
import { existsSync, mkdtempSync, readFileSync, writeFileSync } from 'node:fs'
import { text } from 'node:stream/consumers'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { describe, expect, it } from 'vitest'
import { writeShow } from '../../core/show'
import { oneRule, point, walk } from '../../core/testing/small-show'
import { markersIn, readByFfmpeg } from '../harness/sound-makers'
import { wav } from '../harness/wav'

const folder = mkdtempSync(join(tmpdir(), 'esvik-cli-'))
const file = join(folder, 'show.esvik.json')
const show = oneRule(
  {},
  [{ id: 'l', kind: 'light', light: 'lamp', candela: 20, ramp: { seconds: 2 }, hold: 'release' }],
  {
    show: { place: { lights: [{ id: 'lamp', name: 'Lamp', kind: 'point', at: [0, 2, 0], candela: 100 }] } },
  },
)
writeFileSync(file, writeShow(show))
const esvik = (args: string[], input?: string) =>
  spawnSync(process.execPath, [process.env.ESVIK_CLI!, ...args], { encoding: 'utf8', input })

describe('esvik run', () => {
  it('writes the log, to standard output or a file, also from standard input', () => {
    const out = join(folder, 'log.json')
    expect(esvik(['run', file, '--walk', 'w', '--seed', '3', '--out', out]).status).toBe(0)
    const log = JSON.parse(readFileSync(out, 'utf8'))
    expect(log).toMatchObject({ format: 'esvik-run', version: 1, show: 'Test', walks: ['w'], seed: 3, length: 20 })
    expect(log.events[0]).toEqual({ t: 1.7, kind: 'enter', player: 'w', zone: 'z' })
    const piped = esvik(['run', '-', '--walk', 'w', '--seed', '3'], readFileSync(file, 'utf8'))
    expect(JSON.parse(piped.stdout)).toEqual(log)
  })
  it('credits prints whom the sounds are owed to', () => {
    expect(esvik(['credits', file]).stdout).toMatch(/^sound\tby\tfrom\tlicence\n/)
  })
  it('ends where --length says', () => {
    const log = JSON.parse(esvik(['run', file, '--walk', 'w', '--length', '3']).stdout)
    expect(log.length).toBe(3)
    expect(log.events.at(-1)).toMatchObject({ t: 3, kind: 'end', why: 'run over' })
  })
  it.each([
    [['run', file, '--walk', 'nobody'], /no walk "nobody"/],
    [['run', file], /--walk/],
    [['run', join(folder, 'none.json'), '--walk', 'w'], /no file/],
    [['run', file, '--walk', 'w', '--seed', 'x'], /number/],
    [['channel', file, '--walk', 'w', '--channel', 'light:none', '--at', '1'], /light:none/],
  ])('says in one line what is wrong: %j', (args, words) => {
    const { status, stderr } = esvik(args)
    expect(status).toBe(1)
    expect(stderr.trim().split('\n')).toHaveLength(1)
    expect(stderr).toMatch(words)
  })
  it('names the wrong field of a document', () => {
    const { status, stderr } = esvik(
      ['check-format', '-'],
      JSON.stringify({ ...show, zones: [{ ...show.zones[0], rim: -2 }] }),
    )
    expect(status).toBe(1)
    expect(stderr).toContain('/zones/0/rim must be 0 or more')
  })
})

describe('esvik channel', () => {
  it('prints one object of fields for each time', () => {
    const { stdout } = esvik(['channel', file, '--walk', 'w', '--channel', 'light:lamp', '--at', '1,2.7,9'])
    expect(JSON.parse(stdout).map((fields: any) => Math.round(fields.candela * 1e6) / 1e6)).toEqual([100, 60, 100])
  })
})

describe('esvik run, other than the log', () => {
  it('--at gives the state, which agrees with channel', () => {
    const state = JSON.parse(esvik(['run', file, '--walk', 'w', '--at', '2.7']).stdout)
    const [lamp] = JSON.parse(esvik(['channel', file, '--walk', 'w', '--channel', 'light:lamp', '--at', '2.7']).stdout)
    expect(state.channels['light:lamp']).toEqual(lamp)
    expect(state.bodies[0]).toMatchObject({ player: 'w', at: [2.7, 0, 0], inside: ['z'] })
    expect(state.playing).toEqual([{ playing: 1, cue: 'cue' }])
    expect(state.players.w.controls).toEqual({ locks: [], pace: 1 })
  })
  it('--table and --ticked are for reading', () => {
    expect(esvik(['run', file, '--walk', 'w', '--table']).stdout).toMatch(/1\.700 +enter +w +zone z/)
    expect(esvik(['run', file, '--walk', 'w', '--ticked', '30']).stdout).toMatch(/Zone +w +1\.700 s +2\.600 s +0\.0 %/)
    expect(esvik(['run', file, '--walk', 'w', '--ticked', '0']).status).toBe(1)
  })
})

describe('long work', () => {
  const drizzle = oneRule({}, [{ id: 's', kind: 'scatter', pool: 'drops', every: [0.04, 0.04], hold: 'release' }], {
    show: {
      sounds: [{ id: 'drop', name: 'Drop', asset: 'ab'.repeat(32), seconds: 0.01 }],
      pools: [{ id: 'drops', name: 'Drops', sounds: [{ sound: 'drop' }] }],
      walks: [walk('w', point(0), point(3, { pause: 28_000 }))],
    },
  })
  const long = join(folder, 'long.esvik.json')
  writeFileSync(long, writeShow(drizzle))

  it('tells how far it has come; Ctrl+C ends it and leaves no file behind', async () => {
    const out = join(folder, 'never.json')
    const child = spawn(process.execPath, [
      process.env.ESVIK_CLI!,
      'run',
      long,
      '--walk',
      'w',
      '--progress',
      '--out',
      out,
    ])
    const told = text(child.stderr)
    child.stderr.once('data', () => child.kill('SIGINT'))
    const status = await new Promise((done) => child.once('exit', done))
    expect(status).toBe(130)
    expect(await told).toMatch(/^\d+ min of the run …\n.*esvik: Stopped at \d+ min of the run; nothing was written\n$/s)
    expect(existsSync(out)).toBe(false)
    expect(existsSync(`${out}.unfinished`)).toBe(false)
  })
})

describe('esvik fan', () => {
  const throws = oneRule(
    {},
    [{ id: 'f', kind: 'fling', prop: 'jar', speed: [2, 4], yaw: -90, pitch: 20, spread: 30 }],
    {
      show: { place: { props: [{ id: 'jar', name: 'Jar', kind: 'cylinder', at: [3, 1, 0], size: [0.2, 0.3, 0.2] }] } },
    },
  )
  const thrown = join(folder, 'throw.esvik.json')
  writeFileSync(thrown, writeShow(throws))
  it('tells where a prop goes with each seed', () => {
    const flights = JSON.parse(
      esvik(['fan', thrown, '--rule', 'r', '--step', 'f', '--seeds', '6', '--who', 'w']).stdout,
    )
    expect(flights.map((f: any) => f.seed)).toEqual([1, 2, 3, 4, 5, 6])
    for (const { speed, lies } of flights) {
      expect(speed).toBeGreaterThanOrEqual(2)
      expect(lies[0]).toBeGreaterThan(3)
    }
    const first = JSON.parse(esvik(['run', thrown, '--walk', 'w', '--seed', '1']).stdout)
    expect(first.events.find((e: any) => e.kind === 'step').speed).toBe(flights[0].speed)
  })
  it('names a rule that is not there', () => {
    const { status, stderr } = esvik(['fan', thrown, '--rule', 'x', '--step', 'f'])
    expect([status, stderr]).toEqual([1, 'esvik: The show has no rule "x" that is on\n'])
  })
})

describe('esvik study and sweep', () => {
  it('say what many walkers meet, as JSON or as a table, and the same again', () => {
    const { stdout, status } = esvik(['study', file, '--walk', 'w', '--walkers', '40'])
    expect(status).toBe(0)
    const told = JSON.parse(stdout)
    expect(told).toMatchObject({ format: 'esvik-study', version: 1, show: 'Test', walks: ['w'], walkers: 40 })
    expect(told.cues[0]).toMatchObject({ cue: 'cue', never: { count: 0, share: 0 }, held: {}, missed: {} })
    expect(told.cues[0].first[2]).toBeGreaterThan(1)
    expect(esvik(['study', file, '--walk', 'w', '--walkers', '40']).stdout).toBe(stdout)
    const out = join(folder, 'study.csv')
    expect(esvik(['study', file, '--walkers', '40', '--out', out]).status).toBe(0)
    const [header, line] = readFileSync(out, 'utf8').split('\r\n')
    expect([header!.split(',')[3], line!.split(',')[3]]).toEqual(['never', '0'])
  })
  it('try a number of a rule', () => {
    const range = ['--field', 'chance', '--from', '0', '--to', '1', '--values', '3', '--walkers', '30']
    const told = JSON.parse(esvik(['sweep', file, '--rule', 'r', ...range]).stdout)
    expect(told.swept.map(({ value, never }: any) => [value, never.count])).toEqual([
      [0, 30],
      [0.5, expect.any(Number)],
      [1, 0],
    ])
  })
  it('name what is wrong', () => {
    const range = ['--from', '0', '--to', '1']
    expect(esvik(['study', file, '--population', 'nope']).stderr).toBe('esvik: There is no population "nope"\n')
    expect(esvik(['sweep', file, '--rule', 'nope', '--field', 'chance', ...range]).stderr).toBe(
      'esvik: There is no rule "nope" that a zone, its kit or the show has\n',
    )
    expect(esvik(['sweep', file, '--rule', 'r', '--field', 'colour', ...range]).stderr).toContain("can't be swept")
    expect(esvik(['study', file, '--walk', 'nobody']).stderr).toContain('nobody')
    expect(esvik(['study', file, '--walkers', '0']).status).toBe(1)
  })
})

describe('esvik mix', () => {
  const sound = wav(16_000, 300)
  const asset = createHash('sha256').update(sound).digest('hex')
  const heard = oneRule({}, [{ id: 'b', kind: 'bed', sound: 'hum', fadeIn: 0.5 }], {
    show: { sounds: [{ id: 'hum', name: 'Hum', asset, seconds: 2 }], buses: [{ id: 'bed', name: 'Beds' }] },
    cue: { name: 'Hall hums' },
  })
  const place = mkdtempSync(join(tmpdir(), 'esvik-mix-'))
  const document = join(place, 'heard.esvik.json')
  writeFileSync(document, writeShow(heard))
  writeFileSync(join(place, 'any name.wav'), sound)

  it('writes what is heard, as another program reads it, with its markers', () => {
    const out = join(place, 'out.wav')
    const { status, stdout, stderr } = esvik(['mix', document, '--walk', 'w', '--out', out, '--json'])
    expect([status, stderr]).toEqual([0, ''])
    const report = JSON.parse(stdout)[out]
    const theirs = readByFfmpeg(out)
    expect(Math.abs(report.integrated - theirs.integrated)).toBeLessThan(0.1)
    expect(Math.abs(report.truePeak - theirs.peak)).toBeLessThan(0.2)
    expect(markersIn(out)).toMatchObject([{ label: 'Hall hums' }])
    expect(markersIn(out)[0]!.t).toBeCloseTo(1.7, 4)
    const again = join(place, 'again.wav')
    esvik(['mix', document, '--walk', 'w', '--out', again])
    expect(readFileSync(again).equals(readFileSync(out))).toBe(true)
  })
  it('writes a file for each bus, and one cue alone', () => {
    expect(esvik(['mix', document, '--walk', 'w', '--out', join(place, 'stem.wav'), '--stems']).status).toBe(0)
    expect(existsSync(join(place, 'stem.bed.wav'))).toBe(true)
    const alone = esvik(['mix', document, '--walk', 'w', '--out', join(place, 'alone.wav'), '--cue', 'cue'])
    expect(alone.stdout).toContain('LUFS in whole')
  })
  it.each([
    [['--walk', 'nobody'], /no walk "nobody"/],
    [['--walk', 'w', '--bus', 'brass'], /no bus "brass"/],
    [['--walk', 'w', '--cue', 'none'], /no cue "none"/],
    [['--walk', 'w', '--sounds', '/nowhere'], /no file or folder "\/nowhere"/],
    [['--walk', 'w', '--out', '/nowhere/out.wav'], /can't be written/],
  ])('says in a line what is wrong: %j', (args, words) => {
    const { status, stderr } = esvik(['mix', document, '--out', join(place, 'no.wav'), ...args])
    expect(status).toBe(1)
    expect(stderr).toMatch(words)
    expect(existsSync(join(place, 'no.wav'))).toBe(false)
  })
  it('names a sound that is nowhere, and mixes the others', () => {
    const empty = mkdtempSync(join(tmpdir(), 'esvik-none-'))
    const { status, stderr } = esvik([
      'mix',
      document,
      '--walk',
      'w',
      '--out',
      join(place, 'none.wav'),
      '--sounds',
      empty,
    ])
    expect(status).toBe(0)
    expect(stderr).toContain('"Hum" is nowhere to be found')
  })
})

it('who has read enough of a long answer ends it, and nothing is said', async () => {
  const long = join(folder, 'long.esvik.json')
  const rules = Array.from({ length: 3000 }, (_, n) => ({
    id: `r${n}`,
    on: { at: 'clock', seconds: n / 300 },
    cue: show.cues[0]!.id,
  }))
  writeFileSync(long, JSON.stringify({ ...JSON.parse(readFileSync(file, 'utf8')), rules }))
  const child = spawn('bash', [
    '-c',
    `"${process.execPath}" "${process.env.ESVIK_CLI}" run "${long}" --walk w | head -c 20`,
  ])
  expect(await text(child.stderr)).toBe('')
})
