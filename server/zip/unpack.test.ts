import { buffer } from 'node:stream/consumers'
import { expect, it } from 'vitest'
import { zipStream, type ZipPart } from './pack'
import { openZip } from './unpack'

const zipOf = (...parts: ZipPart[]) => buffer(zipStream(parts))
const part = (name: string, text: string): ZipPart => ({ name, bytes: () => Buffer.from(text) })

it('what was packed is read again by its name', async () => {
  const zip = await openZip(await zipOf(part('a.json', '{"a":1}'), part('sounds/b', 'noise')))
  expect(zip.names).toEqual(['a.json', 'sounds/b'])
  expect(String(await zip.read('sounds/b', 100))).toBe('noise')
  zip.close()
})
it('what is larger than it may be, isn’t there or is there twice is named', async () => {
  const zip = await openZip(await zipOf(part('a', 'long enough')))
  await expect(zip.read('a', 4)).rejects.toThrow('"a" in the ZIP is larger')
  await expect(zip.read('b', 4)).rejects.toThrow('The ZIP has no "b"')
  await expect(openZip(await zipOf(part('a', '1'), part('a', '2')))).rejects.toThrow('twice')
})
it('what is no ZIP, or not what it was when it was packed, is told so', async () => {
  await expect(openZip(Buffer.from('no zip at all'))).rejects.toMatchObject({ status: 422 })
  const bytes = await zipOf({ ...part('a', 'what was packed'), compress: false })
  bytes[bytes.indexOf('packed')]! ^= 1
  await expect((await openZip(bytes)).read('a', 100)).rejects.toThrow('"a" in the ZIP is damaged')
})
