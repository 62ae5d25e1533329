/** A tone as 16-bit WAV at 8 kHz, written by hand so that its header can be falsified. */
export function wav(samples = 400, hertz = 180): Buffer {
  const rate = 8000
  const bytes = Buffer.alloc(44 + samples * 2)
  bytes.write('RIFF', 0, 'latin1')
  bytes.writeUInt32LE(bytes.length - 8, 4)
  bytes.write('WAVEfmt ', 8, 'latin1')
  bytes.writeUInt32LE(16, 16)
  bytes.writeUInt16LE(1, 20)
  bytes.writeUInt16LE(1, 22)
  bytes.writeUInt32LE(rate, 24)
  bytes.writeUInt32LE(rate * 2, 28)
  bytes.writeUInt16LE(2, 32)
  bytes.writeUInt16LE(16, 34)
  bytes.write('data', 36, 'latin1')
  bytes.writeUInt32LE(samples * 2, 40)
  for (let i = 0; i < samples; i++)
    bytes.writeInt16LE(Math.round(9000 * Math.sin((i * hertz * 2 * Math.PI) / rate)), 44 + i * 2)
  return bytes
}
