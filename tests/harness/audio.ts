/** An audio context that only writes down what it is told, with a clock that is set by hand. For tests of what is heard, where nothing sounds. */

interface Told {
  how: 'set' | 'ramp' | 'towards'
  value: number
  at: number
}
/** A parameter with what it was told. */
export class Param {
  told: Told[] = []
  value: number
  constructor(value = 0) {
    this.value = value
  }
  setValueAtTime(value: number, at: number): void {
    this.told.push({ how: 'set', value, at })
  }
  linearRampToValueAtTime(value: number, at: number): void {
    this.told.push({ how: 'ramp', value, at })
  }
  setTargetAtTime(value: number, at: number): void {
    this.told.push({ how: 'towards', value, at })
  }
  cancelScheduledValues(): void {
    this.told = []
  }
  /** What it was told last to be. */
  get last(): number | undefined {
    return this.told.at(-1)?.value
  }
}
class Node {
  to: Node | undefined
  connect<T extends Node>(to: T): T {
    this.to = to
    return to
  }
}
export class Gain extends Node {
  gain = new Param(1)
}
export class Panner extends Node {
  panningModel = ''
  rolloffFactor = 1
  positionX = new Param()
  positionY = new Param()
  positionZ = new Param()
}
class Limiter extends Node {
  threshold = new Param()
  knee = new Param()
  ratio = new Param()
  attack = new Param()
  release = new Param()
}
/** A source with when it was begun and stopped. */
export class Source extends Node {
  buffer: { duration: number } | undefined
  playbackRate = new Param(1)
  loop = false
  loopStart = 0
  loopEnd = 0
  onended: (() => void) | null = null
  begun: { when: number; offset: number; seconds?: number } | undefined
  stopped: number | undefined
  start(when: number, offset: number, seconds?: number): void {
    this.begun = { when, offset, seconds }
  }
  stop(at: number): void {
    this.stopped = at
  }
}

export class WrittenAudio {
  currentTime = 10
  destination = new Node()
  sources: Source[] = []
  panners: Panner[] = []
  /** The contexts that were made, the last one last. */
  static made: WrittenAudio[] = []
  constructor() {
    WrittenAudio.made.push(this)
  }
  createGain = () => new Gain()
  createDynamicsCompressor = () => new Limiter()
  createPanner() {
    const panner = new Panner()
    this.panners.push(panner)
    return panner
  }
  createBufferSource() {
    const source = new Source()
    this.sources.push(source)
    return source
  }
  async resume(): Promise<void> {}
}
