import { createHash } from 'node:crypto'
import { buffer } from 'node:stream/consumers'
import { zipStream } from '../../server/zip/pack'
import { ask, demo } from '../harness/api'
import { wav } from '../harness/wav'
import { numbers, openPlace, picker, SLOWEST, type Figures } from './place'

export function parcelOf(sound: Buffer): Promise<Buffer> {
  const hash = createHash('sha256').update(sound).digest('hex')
  const document = { format: 'esvik-show', version: 1, title: 'Parcel', place: {}, sounds: [{ id: 's', name: 'S', asset: hash, seconds: 1 }] } // prettier-ignore
  return buffer(
    zipStream([
      { name: 'show.esvik.json', bytes: () => Buffer.from(JSON.stringify(document)) },
      { name: `sounds/${hash}.wav`, compress: false, bytes: () => sound },
    ]),
  )
}

const FIELDS: [at: number, bytes: 2 | 4][] = [[4, 4], [16, 4], [20, 2], [22, 2], [24, 4], [32, 2], [34, 2], [40, 4]] // prettier-ignore

/**
 * Sounds with false headers and ZIPs with flipped, cut and added bytes. `swallowed`: damaged ones that came in although something of
 * them is not what was packed.
 */
export async function files(count: number): Promise<Figures> {
  const place = await openPlace()
  const next = numbers(17)
  const pick = picker(next)
  const { id } = await demo(place.url)
  const whole = Buffer.from(await (await fetch(`${place.url}/api/shows/${id}/export?sounds=1`)).arrayBuffer())
  const small = await parcelOf(wav())
  const shows = async () => (await ask(place.url, '/api/shows')).body.length as number
  const figures = { files: count, refused: 0, 'taken whole': 0, swallowed: 0, 'errors 500': 0, slow: 0 }
  for (let n = 0; n < count; n++) {
    let zip: Buffer
    const isSound = n % 2 === 0
    if (isSound) {
      const sound = wav(100 + n)
      const [at, bytes] = pick(FIELDS)
      const value = pick([0, 1, 3, 255, 0xffff, 0x7fffffff, 0xffffffff])
      if (bytes === 2) sound.writeUInt16LE(value & 0xffff, at)
      else sound.writeUInt32LE(value >>> 0, at)
      zip = await parcelOf(next() < 0.2 ? sound.subarray(0, 44 + n) : sound)
    } else {
      zip = Buffer.from(next() < 0.1 ? whole : small)
      const at = Math.floor(next() * zip.length)
      if (next() < 0.6) zip[at]! ^= 1 << Math.floor(next() * 8)
      else
        zip =
          next() < 0.7 ? zip.subarray(0, at) : Buffer.concat([zip.subarray(0, at), Buffer.from('xx'), zip.subarray(at)])
    }
    const before = await shows()
    const began = performance.now()
    const answer = await fetch(`${place.url}/api/shows/import`, { method: 'POST', body: new Uint8Array(zip) })
    const body = (await answer.json()) as { id?: string }
    if (performance.now() - began > SLOWEST) figures.slow++
    if (answer.status >= 500) figures['errors 500']++
    if (answer.status >= 400) {
      figures.refused++
      if ((await shows()) !== before) figures.swallowed++
      continue
    }
    // What came in must be what was packed: the ZIP's own names, dates and gaps may be anything.
    const { body: opened } = await ask(place.url, `/api/shows/${body.id}`)
    const sounds = await Promise.all(
      opened.show.sounds.map(async ({ asset }: { asset: string }) => {
        const file = await fetch(`${place.url}/api/assets/${asset}`)
        return (
          !file.ok ||
          createHash('sha256')
            .update(Buffer.from(await file.arrayBuffer()))
            .digest('hex') === asset
        )
      }),
    )
    if (sounds.every(Boolean) && ['Parcel', 'Night shift at the kelp works'].includes(opened.show.title))
      figures['taken whole']++ // prettier-ignore
    else figures.swallowed++
    await ask(place.url, `/api/shows/${body.id}`, 'DELETE')
  }
  await place.close()
  return figures
}
