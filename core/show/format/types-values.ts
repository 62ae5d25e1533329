export type Point = [number, number, number]
export type Spot = [number, number]
export type Range = [number, number]
export type Colour = string
/** What a floor, a wall or a prop is drawn of. */
export type Surface = 'boards' | 'planks' | 'plaster' | 'stone' | 'brick' | 'metal' | 'cloth' | 'earth' | 'water'

export interface Atmosphere {
  ambient: Colour
  level: number
  shadow: Colour
  fog?: { colour: Colour; density: number }
  vignette?: { amount: number; softness: number }
  exposure: number
}
