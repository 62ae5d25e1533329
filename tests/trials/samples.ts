import { decode } from '../../core/audio'
import { byFfmpeg, samplesByFfmpeg } from '../harness/sound-makers'
import { numbers, picker, type Figures } from './place'

interface Kind {
  ending: string
  how: string[]
  channels: number[]
  rates: number[]
  /** Samples that are packed with loss may differ by so much (root of the mean square, of full scale), and their number by so many. */
  off: number
  more: number
}
/** In place of a bit rate: as much for each channel as it needs. Starved ones differ from decoder to decoder. */
const EACH_ENOUGH = 'enough for each'
const RATES = [8000, 11_025, 16_000, 22_050, 32_000, 44_100, 48_000, 96_000]
const EXACT = { channels: [1, 2, 3, 4, 5, 6, 7, 8], rates: RATES, off: 1e-7, more: 0 }
const KINDS: Kind[] = [
  { ending: 'wav', how: ['-c:a', 'pcm_s16le'], ...EXACT },
  { ending: 'wav', how: ['-c:a', 'pcm_s24le'], ...EXACT },
  { ending: 'wav', how: ['-c:a', 'pcm_f32le', '-rf64', 'always'], ...EXACT },
  { ending: 'aiff', how: ['-c:a', 'pcm_s16be'], ...EXACT },
  { ending: 'flac', how: ['-sample_fmt', 's16'], ...EXACT },
  { ending: 'flac', how: ['-sample_fmt', 's32'], ...EXACT },
  { ending: 'ogg', how: ['-c:a', 'libvorbis', '-q:a', '6'], channels: EXACT.channels, rates: [22_050, 44_100, 48_000], off: 2e-3, more: 0 },
  { ending: 'opus', how: ['-b:a', EACH_ENOUGH], channels: EXACT.channels, rates: [48_000], off: 5e-3, more: 0 },
  { ending: 'mp3', how: ['-b:a', '192k'], channels: [1, 2], rates: [32_000, 44_100, 48_000], off: 2e-3, more: 2400 },
] // prettier-ignore
const LAYOUTS = ['', 'mono', 'stereo', '3.0', 'quad', '5.0', '5.1', '6.1', '7.1']

/** Files that ffmpeg writes, by us and by ffmpeg: `otherwise`: what is not heard the same, sample by sample and channel by channel. */
export async function samples(each: number): Promise<Figures> {
  const next = numbers(29)
  const pick = picker(next)
  const figures: Figures = { files: 0, otherwise: 0 }
  for (const { ending, how, channels, rates, off, more } of KINDS)
    for (let n = 0; n < each; n++) {
      const [count, rate] = [pick(channels), pick(rates)]
      const seconds = Math.round((0.02 + 1.5 * next()) * 1000) / 1000
      // Each channel another tone, so that none can be taken for another; with silence at the end as often as not.
      const tones = Array.from({ length: count }, (_, c) => `0.4*sin(2*PI*${180 + 90 * c}*t)*lt(t\\,${next() < 0.5 ? seconds / 2 : 9})`).join('|') // prettier-ignore
      const source = `aevalsrc=${tones}:c=${LAYOUTS[count]}:s=${rate}:d=${seconds}`
      const name = `samples-${n}.${ending}`
      const bytes = byFfmpeg(name, source, ...how.map((word) => (word === EACH_ENOUGH ? `${64 * count}k` : word)))
      figures.files!++
      const wanted = samplesByFfmpeg(name, count)
      const problem = await decode(bytes).then(
        ({ channels: got }) => {
          if (got.length !== count) return `${got.length} channels`
          // Of the end of a Vorbis file ffmpeg makes more or less than was written.
          const isAsLong =
            Math.abs(got[0]!.length - wanted[0]!.length) <= more || Math.abs(got[0]!.length - seconds * rate) < 1
          if (!isAsLong) return `${got[0]!.length} samples, not ${wanted[0]!.length}` // prettier-ignore
          const worst = Math.max(...got.map((plane, c) => differ(plane, wanted[c]!)))
          return worst > off ? `a channel differs by ${worst}` : undefined
        },
        (error: Error) => error.message,
      )
      if (problem === undefined) continue
      figures.otherwise!++
      process.stdout.write(`  ${ending} ${how.join(' ')}, ${count} channels, ${rate} Hz, ${seconds} s: ${problem}\n`)
    }
  return figures
}

/** The root of the mean square of how two channels differ. */
function differ(one: Float32Array, other: Float32Array): number {
  const length = Math.min(one.length, other.length)
  let sum = 0
  for (let i = 0; i < length; i++) sum += (one[i]! - other[i]!) ** 2
  return Math.sqrt(sum / Math.max(1, length))
}
