declare module 'node-wav' {
  interface Decoded {
    sampleRate: number
    channelData: Float32Array[]
  }
  const wav: {
    encode(
      channels: readonly ArrayLike<number>[],
      options: { sampleRate: number; float: boolean; bitDepth: number },
    ): Buffer
    decode(file: Uint8Array): Decoded
  }
  export default wav
}
