declare module 'fft.js' {
  /** A fast Fourier transform of a power of two. */
  export default class FFT {
    constructor(size: number)
    createComplexArray(): number[]
    realTransform(out: number[], input: ArrayLike<number>): void
  }
}
