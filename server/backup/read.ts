import { MOST } from '../http/most'
import { LIMITS, fieldIn } from '../../core/show'
import { isForBrowsers, SOUND_TYPES, sniffed, SoundError, type SoundType } from '../../core/audio'
import { hashOf, kept } from '../assets/keep'
import { ENDS, measured as measuredSchema } from '../assets/measured'
import { checkGlb } from '../assets/mesh-file'
import { soundLength, soundOf } from '../assets/sound-of'
import type { AssetRow } from '../data/models'
import { parsedJson } from '../http/json-body'
import { Refusal } from '../http/refusal'
import { meshName, soundName } from '../shows/parcel'
import type { OpenZip } from '../zip/unpack'
import { checked, INDEX, indexSchema, listedMesh, listedShow, listedSound, showFile, type ListedMesh, type ListedShow, type ListedSound } from './format' // prettier-ignore
import { historyIn } from './show-history'

/** What the index says of a length and what the file says differ by rounding alone (s). */
const ROUNDED = 0.01

/** Something in a backup that can't be restored: which show, sound or mesh, and why. */
export interface Fault {
  of: string
  words: string
}
export interface WholeSound {
  listed: ListedSound
  type: SoundType
  seconds: number
}
/** What of a backup is whole, and what isn't. */
export interface ReadBackup {
  shows: ListedShow[]
  sounds: WholeSound[]
  meshes: ListedMesh[]
  faults: Fault[]
}

/** An older backup has WAV files alone. */
const typeOf = ({ type = 'audio/wav' }: { type?: string }): string => type
export const soundFile = (sound: ListedSound): string => soundName(sound.hash, typeOf(sound))

/**
 * Reads a backup from its first byte to its last, before anything is done with it. What can be worked out is: states of shows from their
 * edits, lengths and measures of sounds from their files. @throws Refusal 422 if it is no backup at all
 */
export async function readBackup(zip: OpenZip, tell: (done: number, of: number) => void): Promise<ReadBackup> {
  const index = checked(indexSchema, parsedJson(await zip.read(INDEX, MOST.backupIndex), INDEX), INDEX)
  const whole: ReadBackup = { shows: [], sounds: [], meshes: [], faults: [] }
  const all = index.shows.length + index.sounds.length + (index.meshes?.length ?? 0)
  let done = 0
  const seen = new Set([INDEX])
  /** Names of sounds, as shows have them. */
  const names = new Map<string, string>()
  const edits = new Set<string>()

  /** Looks at one thing; what is wrong with it is a fault of its own. */
  async function each(
    item: unknown,
    place: string,
    look: (called: (name: string, file: string) => void) => Promise<void>,
  ) {
    tell(done++, all)
    const who = fieldIn(item, 'title')
    let of = typeof who === 'string' && who ? `“${who}”` : place
    try {
      await look((name, file) => {
        of = name ? `“${name}” ("${file}")` : `"${file}"`
        if (seen.has(file)) throw new Refusal(422, `is listed twice in ${INDEX}`)
        seen.add(file)
        if (!zip.names.includes(file)) throw new Refusal(422, 'is not in the backup')
      })
    } catch (error) {
      if (!(error instanceof Refusal)) throw error
      // Who it is about is said already.
      whole.faults.push({ of, words: error.message.replace(/^"[^"]*" in the (ZIP|backup):? /, '') })
    }
  }

  for (const [n, item] of index.shows.entries())
    await each(item, `shows[${n}] of ${INDEX}`, async (called) => {
      const listed = checked(listedShow, item, INDEX)
      called(listed.title, showFile(listed.id))
      const history = await historyIn(zip, listed)
      for (const { id } of history.edits) {
        if (edits.has(id)) throw new Refusal(422, `has the edit ${id}, which the backup has twice`)
        edits.add(id)
      }
      for (const { asset, name } of history.snapshot.sounds) names.set(asset, name)
      whole.shows.push(listed)
    })
  for (const [n, item] of index.sounds.entries())
    await each(item, `sounds[${n}] of ${INDEX}`, async (called) => {
      const listed = checked(listedSound, item, INDEX)
      const file = soundFile(listed)
      called(listed.library?.name ?? names.get(listed.hash) ?? '', file)
      whole.sounds.push(await wholeSound(await fileIn(zip, file, listed.hash), listed))
    })
  for (const [n, item] of (index.meshes ?? []).entries())
    await each(item, `meshes[${n}] of ${INDEX}`, async (called) => {
      const listed = checked(listedMesh, item, INDEX)
      called('', meshName(listed.hash))
      checkGlb(await fileIn(zip, meshName(listed.hash), listed.hash), 'it')
      whole.meshes.push(listed)
    })
  for (const name of zip.names)
    if (!seen.has(name) && whole.faults.length === 0)
      whole.faults.push({ of: `"${name}"`, words: `is not listed in ${INDEX}` })
  return whole
}

async function wholeSound(bytes: Buffer, listed: ListedSound): Promise<WholeSound> {
  const no = (words: string): never => {
    throw new Refusal(422, words)
  }
  const type = sniffed(bytes)
  if (!type || type !== typeOf(listed))
    return no(`is ${type ? SOUND_TYPES[type].name : 'no sound'}; ${INDEX} says ${typeOf(listed)}`)
  const { seconds } = await soundLength(bytes).catch((error: Error): { seconds: number } => {
    if (error instanceof SoundError) return no(`is no sound that can be played: ${error.message}`)
    throw error
  })
  const off = Math.abs(seconds - listed.seconds)
  if (off > (isForBrowsers(type) ? ENDS : ROUNDED)) no(`is ${seconds} s long; ${INDEX} says ${listed.seconds} s`)
  return { listed, type, seconds: isForBrowsers(type) ? listed.seconds : seconds }
}

/** What is kept of a sound beside its bytes: measured anew, but of what only browsers decode. */
export async function keptOf(
  { listed, type, seconds }: WholeSound,
  bytes: Buffer,
): Promise<Pick<AssetRow, 'envelope' | 'placed' | 'measured'>> {
  return isForBrowsers(type) ? saidByBrowser(listed, seconds) : kept((await soundOf(bytes)).about)
}

/** What a browser has measured of a sound: taken if it can be so, or else measured again by the next browser that opens it. */
function saidByBrowser({ envelope, placed, measured }: ListedSound, seconds: number): ReturnType<typeof kept> {
  const of = (text: string) => Buffer.from(text, 'base64')
  const isFit = (bytes: Buffer) => bytes.length % 4 === 0 && Math.abs(bytes.length / 40 - seconds) <= ENDS + 0.1
  if (!measuredSchema.isValidSync(measured, { strict: true }) || !measured || !isFit(of(envelope)))
    return kept(undefined)
  if (Math.abs(measured.seconds - seconds) > ENDS || (placed && !isFit(of(placed)))) return kept(undefined)
  return { envelope: of(envelope), placed: placed ? of(placed) : null, measured }
}

/** The bytes of a file in a backup, which is named after them. */
export async function fileIn(zip: OpenZip, name: string, hash: string): Promise<Buffer> {
  const bytes = await zip.read(name, LIMITS.file)
  if (hashOf(bytes) !== hash) throw new Refusal(422, 'is not the file it is named after')
  return bytes
}
