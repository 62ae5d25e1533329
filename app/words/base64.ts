/** 32-bit floats out of base64. */
export const floatsOf = (base64: string): Float32Array =>
  new Float32Array(Uint8Array.from(atob(base64), (c) => c.charCodeAt(0)).buffer)
