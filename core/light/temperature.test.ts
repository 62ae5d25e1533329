import { describe, expect, it } from 'vitest'
import { linearOf } from '../engine'
import { colourOfTemperature, HOTTEST, temperatureOf } from '.'

describe('the colour of a temperature', () => {
  it('is nearly white at that of sRGB’s white', () => {
    for (const c of linearOf(colourOfTemperature(6500))) expect(c).toBeGreaterThan(0.93)
  })
  it('goes from the red of embers to the blue of a clear sky, without a jump', () => {
    const blues = [1700, 2200, 2240, 2700, 3950, 4050, 5000, 6500].map((k) => linearOf(colourOfTemperature(k))[2])
    expect(blues).toEqual([...blues].sort((a, b) => a - b))
    expect(linearOf(colourOfTemperature(1900))[0]).toBe(1)
    expect(linearOf(colourOfTemperature(HOTTEST))[2]).toBe(1)
    expect(Math.abs(linearOf(colourOfTemperature(4001))[1] - linearOf(colourOfTemperature(3999))[1])).toBeLessThan(0.01)
  })
  it('is found again from the colour', () => {
    for (const kelvin of [1800, 2700, 3200, 5600, 9000]) {
      const found = temperatureOf(colourOfTemperature(kelvin))
      expect(Math.abs(found - kelvin)).toBeLessThanOrEqual(kelvin * 0.05)
    }
  })
})
