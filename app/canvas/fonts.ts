import mono from '@fontsource-variable/martian-mono/files/martian-mono-latin-wght-normal.woff2?url'
import sans from '@fontsource-variable/schibsted-grotesk/files/schibsted-grotesk-latin-wght-normal.woff2?url'

const FACES = { 'Martian Mono Variable': mono, 'Schibsted Grotesk Variable': sans }

/** Loads the typefaces of the score into a worker, which has none of the page's. Without them another face is drawn with. */
export async function loadFonts(): Promise<void> {
  const { fonts } = globalThis as unknown as { fonts?: FontFaceSet }
  if (!fonts) return
  const faces = Object.entries(FACES).map(([name, url]) => new FontFace(name, `url(${url})`, { weight: '100 900' }))
  for (const face of faces) fonts.add(face)
  await Promise.allSettled(faces.map((face) => face.load()))
}
