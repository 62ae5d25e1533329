/** What a number of a picture, 0 to 1, is as linear light (IEC 61966-2-1, sRGB). */
export const toLinear = (c: number): number => (c <= 0.04045 ? c / 12.92 : ((c + 0.055) / 1.055) ** 2.4)
/** What linear light, 0 to 1, is as a number of a picture. */
export const fromLinear = (c: number): number => (c <= 0.0031308 ? c * 12.92 : 1.055 * c ** (1 / 2.4) - 0.055)
