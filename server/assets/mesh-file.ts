import type { Transaction } from 'sequelize'
import { models } from '../data/models'
import { jsonTooMuch, MOST_GLTF } from '../../core/base'
import { Refusal } from '../http/refusal'
import { hashOf } from './keep'

export const GLB = 'model/gltf-binary'
const GLB_MAGIC = 'glTF'
export const isGlb = (bytes: Buffer): boolean => bytes.toString('latin1', 0, 4) === GLB_MAGIC
const JSON_CHUNK = 0x4e4f534a

/** That bytes are a .glb (glTF 2.0, binary container) from its first byte to its last. @throws Refusal 422 in words */
export function checkGlb(bytes: Buffer, name = 'The file'): void {
  const no = (words: string): never => {
    throw new Refusal(422, `${name} is no glTF 2.0 file that can be kept: ${words}`)
  }
  if (bytes.length < 20) no('it is cut off')
  if (!isGlb(bytes)) no('it does not begin with “glTF”')
  if (bytes.readUInt32LE(4) !== 2) no(`it is of version ${bytes.readUInt32LE(4)}`)
  if (bytes.readUInt32LE(8) !== bytes.length) no(`it claims ${bytes.readUInt32LE(8)} bytes and has ${bytes.length}`)
  const length = bytes.readUInt32LE(12)
  if (bytes.readUInt32LE(16) !== JSON_CHUNK || 20 + length > bytes.length) no('its description is not whole')
  const json = bytes.subarray(20, 20 + length)
  const problem = jsonTooMuch(json, MOST_GLTF)
  if (problem) no(`its description ${problem}`)
  try {
    JSON.parse(json.toString('utf8'))
  } catch {
    no('its description is no JSON')
  }
}

/** Keeps a .glb by its SHA-256; the same file twice is kept once. */
export async function keepMesh(
  bytes: Buffer,
  { createdAt = new Date(), transaction }: { createdAt?: Date; transaction?: Transaction } = {},
): Promise<string> {
  const hash = hashOf(bytes)
  const { Assets } = models()
  if ((await Assets.count({ where: { hash }, transaction })) > 0) return hash
  const row = { hash, type: GLB, bytes, envelope: Buffer.alloc(0), seconds: 0, library: null, createdAt }
  await Assets.create(row, { transaction, returning: false })
  return hash
}
