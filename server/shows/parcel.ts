import type { Readable } from 'node:stream'
import { creditTable, LIMITS, parseShow, short, writeShow, type Show } from '../../core/show'
import { isSoundType, SOUND_TYPES, SoundError } from '../../core/audio'
import { hashOf, keepSound, LENGTH, rowOf } from '../assets/keep'
import { wholeFile } from '../assets/pieces'
import { soundOf } from '../assets/sound-of'
import { checkGlb, keepMesh } from '../assets/mesh-file'
import { database, oneOf } from '../data/connection'
import { models } from '../data/models'
import { jsonTooMuch, MOST_JSON } from '../../core/base'
import { Refusal } from '../http/refusal'
import { REFUSED } from '../http/refused'
import { utf8Of } from '../http/utf8'
import type { OpenZip } from '../zip/unpack'
import { zipStream } from '../zip/pack'
import { createShow, missingSounds } from './list'

/** A show, its sounds and its mesh in one ZIP: the document, and each file under its SHA-256. */
const DOCUMENT = 'show.esvik.json'
/** Where its sounds come from, to read: what counts is in the document. */
const CREDITS = 'credits.tsv'
export const soundName = (hash: string, type: string): string =>
  `sounds/${hash}.${isSoundType(type) ? SOUND_TYPES[type].ending : 'bin'}`
const isSoundOf = (name: string, hash: string): boolean => name.startsWith(`sounds/${hash}.`)
export const meshName = (hash: string): string => `meshes/${hash}.glb`

const hashesOf = (show: Show): string[] => [...new Set(show.sounds.map((sound) => sound.asset))]
const meshesOf = ({ place: { mesh } }: Show): string[] => (mesh ? [mesh.asset] : [])

/** The ZIP of a show; sounds that have no file here are left out. */
export async function packed(show: Show): Promise<Readable> {
  const { Assets } = models()
  const where = oneOf([...hashesOf(show), ...meshesOf(show)])
  const there = await Assets.findAll({ attributes: ['hash', 'type', LENGTH], where })
  const meshes = new Set(meshesOf(show))
  return zipStream([
    { name: DOCUMENT, bytes: () => Buffer.from(writeShow(show)) },
    { name: CREDITS, bytes: () => Buffer.from(creditTable(show)) },
    ...there.map((row) => ({
      name: meshes.has(row.hash) ? meshName(row.hash) : soundName(row.hash, row.type),
      compress: false,
      bytes: () => wholeFile(row.hash, Number(row.get('length'))),
    })),
  ])
}

/** Takes in a show with its sounds; all of it or nothing. @throws Refusal, ShowError */
export async function unpack(zip: OpenZip): Promise<{ id: string; missing: string[] }> {
  const document = await zip.read(DOCUMENT, LIMITS.bytes)
  const problem = jsonTooMuch(document, MOST_JSON)
  if (problem) throw new Refusal(422, `"${DOCUMENT}" in the ZIP ${problem}`)
  const show = parseShow(utf8Of(document, `"${DOCUMENT}" in the ZIP`))
  const sounds = new Map(hashesOf(show).map((hash) => [hash, zip.names.find((name) => isSoundOf(name, hash))]))
  const wanted = new Set([DOCUMENT, CREDITS, ...sounds.values(), ...meshesOf(show).map(meshName)])
  const stranger = zip.names.find((name) => !wanted.has(name))
  if (stranger !== undefined) throw new Refusal(422, `"${short(stranger)}" in the ZIP is no sound or mesh of the show`)
  const id = await database().transaction(async (transaction) => {
    for (const [hash, name] of sounds) {
      if (name === undefined) continue
      const bytes = await zip.read(name, LIMITS.file)
      if (hashOf(bytes) !== hash) throw REFUSED.notNamedAfter(name)
      // What is here already has been read and measured.
      if ((await models().Assets.count({ where: { hash }, transaction })) > 0) continue
      const sound = await soundOf(bytes).catch((error: Error) => {
        if (!(error instanceof SoundError)) throw error
        throw new Refusal(
          422,
          `"${name}" in the ZIP is no sound that can be played: ${error.message}. Nothing was kept`,
        )
      })
      await keepSound(bytes, rowOf(sound), { transaction })
    }
    for (const hash of meshesOf(show)) {
      const name = meshName(hash)
      if (!zip.names.includes(name)) continue
      const bytes = await zip.read(name, LIMITS.file)
      if (hashOf(bytes) !== hash) throw REFUSED.notNamedAfter(name)
      checkGlb(bytes, `"${name}" in the ZIP`)
      await keepMesh(bytes, { transaction })
    }
    return createShow(show, transaction)
  })
  return { id, missing: await missingSounds(show) }
}
