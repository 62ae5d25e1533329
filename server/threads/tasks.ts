import { sniffed, SoundError } from '../../core/audio'
import { ShowError } from '../../core/show'
import { hashOf, keepSound, kept, rowOf } from '../assets/keep'
import { checkGlb, isGlb, keepMesh } from '../assets/mesh-file'
import { soundOf } from '../assets/sound-of'
import { models } from '../data/models'
import { Refusal } from '../http/refusal'
import { REFUSED } from '../http/refused'
import { acceptEdit } from '../shows/edit'
import { editIn } from '../shows/edit-body'
import { forget } from '../shows/open'
import type { Word } from '../shows/messages'
import { newShow, showAsked } from '../shows/new-show'
import { unpack } from '../shows/parcel'
import { openZip } from '../zip/unpack'

/** What is known of a file that was kept. */
export interface KeptFile {
  hash: string
  /** Of a sound. */
  seconds?: number
  isMeasured?: boolean
}

/** What is wrong with a document is an answer. */
const readable = async <T>(work: () => Promise<T>): Promise<T> => {
  try {
    return await work()
  } catch (error) {
    if (error instanceof ShowError) throw new Refusal(422, error.message, { pointer: error.pointer })
    throw error
  }
}

/**
 * What is done with bytes that strangers made: here, in a thread that can be ended, and not where requests are answered.
 * Each throws a Refusal that says what is wrong.
 */
export const tasks = {
  /** Keeps a file, the .glb of a place or a sound. */
  async keepFile(bytes: Buffer): Promise<KeptFile> {
    if (isGlb(bytes)) {
      checkGlb(bytes)
      return { hash: await keepMesh(bytes) }
    }
    if (!sniffed(bytes)) throw REFUSED.noKind()
    const sound = await soundOf(bytes).catch((error: Error) => {
      if (!(error instanceof SoundError)) throw error
      throw new Refusal(422, `The file can’t be kept: ${error.message}`)
    })
    await keepSound(bytes, rowOf(sound))
    return { hash: hashOf(bytes), seconds: sound.seconds, isMeasured: sound.about !== undefined }
  },
  /** Measures a sound that is kept already; one that can't be read stays as it is. */
  async measure(hash: string): Promise<void> {
    const row = await models().Assets.findByPk(hash, { rejectOnEmpty: true })
    try {
      await row.update(kept((await soundOf(row.bytes)).about))
    } catch (error) {
      if (!(error instanceof SoundError)) throw error
    }
  },
  /** Makes a show of what the body of a request asks for. */
  makeShow: (bytes: Buffer) => readable(() => newShow(showAsked(bytes))),
  /** Takes in a show with its sounds, from a ZIP on disk. */
  async takeParcel(file: string): Promise<{ id: string; missing: string[] }> {
    const zip = await openZip(file)
    return readable(() => unpack(zip)).finally(() => zip.close())
  },
  /** Takes a long edit; gives the answer, and what windows are told, as texts. */
  async takeEdit({ show, bytes }: { show: string; bytes: Buffer }): Promise<{ answer: string; word: string }> {
    const { base, ...edit } = editIn(bytes)
    try {
      const accepted = await acceptEdit(show, edit, base)
      const { revision, patch } = accepted
      const word: Word = { kind: 'edit', id: edit.id, label: edit.label, revision, patch }
      return { answer: JSON.stringify(accepted), word: JSON.stringify(word) }
    } finally {
      // Others change it meanwhile.
      forget(show)
    }
  },
}
export type Tasks = typeof tasks
