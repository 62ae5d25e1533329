/** Decoded sounds, held within a budget: what is needed next stays, what is needed least goes. */
export interface Buffers {
  get(asset: string): AudioBuffer | undefined
  /** Fetches and decodes what is needed, the most urgent first, as far as the budget reaches. */
  want(assets: readonly Wanted[]): void
}
export interface Wanted {
  asset: string
  /** How long its file is, by which its size is reckoned before it is here (s). */
  seconds: number
}
export interface BufferOptions {
  decode: (asset: string) => Promise<AudioBuffer | undefined>
  /** Hears that one has come. */
  came: () => void
  /** How much is held (bytes). */
  most?: number
}

const MOST = 256 * 1024 * 1024
/** So many are fetched at once. */
const ABREAST = 4
const BYTES_A_SAMPLE = 4
const RATE = 48_000

const sizeOf = (buffer: AudioBuffer): number => buffer.length * buffer.numberOfChannels * BYTES_A_SAMPLE

export function createBuffers({ decode, came, most = MOST }: BufferOptions): Buffers {
  /** Those that are here, those that were wanted last the last. */
  const held = new Map<string, AudioBuffer>()
  const coming = new Set<string>()
  /** What has no file here is not asked for again. */
  const lost = new Set<string>()
  let wanted: Wanted[] = []
  let bytes = 0

  /** What is wanted and fits: the most urgent first. */
  function fitting(): Wanted[] {
    let room = most
    return wanted.filter(({ asset, seconds }) => {
      const buffer = held.get(asset)
      const size = buffer ? sizeOf(buffer) : seconds * RATE * BYTES_A_SAMPLE
      if (size > room && room < most) return false
      room -= size
      return true
    })
  }

  function makeRoom(keep: ReadonlySet<string>): void {
    for (const [asset, buffer] of held) {
      if (bytes <= most) return
      if (keep.has(asset)) continue
      held.delete(asset)
      bytes -= sizeOf(buffer)
    }
  }

  function goOn(): void {
    const fits = fitting()
    const keep = new Set(fits.map(({ asset }) => asset))
    makeRoom(keep)
    for (const { asset } of fits) {
      if (coming.size >= ABREAST) return
      if (held.has(asset) || coming.has(asset) || lost.has(asset)) continue
      coming.add(asset)
      void take(asset)
    }
  }

  async function take(asset: string): Promise<void> {
    try {
      const buffer = await decode(asset)
      if (!buffer) return void lost.add(asset)
      held.set(asset, buffer)
      bytes += sizeOf(buffer)
      came()
    } catch {
      // A file that did not come is asked for when it is wanted again.
      wanted = wanted.filter((each) => each.asset !== asset)
    } finally {
      coming.delete(asset)
      goOn()
    }
  }

  return {
    get(asset) {
      const buffer = held.get(asset)
      if (buffer) {
        held.delete(asset)
        held.set(asset, buffer)
      }
      return buffer
    },
    want(assets) {
      wanted = [...assets]
      goOn()
    },
  }
}
