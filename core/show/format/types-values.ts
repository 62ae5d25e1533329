export type Point = [number, number, number]
export type Spot = [number, number]
export type Range = [number, number]
export type Colour = string

export interface Atmosphere {
  ambient: Colour
  level: number
  shadow: Colour
  fog?: { colour: Colour; density: number }
  vignette?: { amount: number; softness: number }
  exposure: number
}
