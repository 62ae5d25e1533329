/** What the air of the works becomes, by name. */
export const atmospheres = [
  { id: 'hall-dread', name: 'Hall dread', level: 0.35, shadow: '#101a24', vignette: { amount: 0.45, softness: 0.6 } },
  { id: 'loft-night', name: 'Loft night', level: 0.12 },
  { id: 'kiln-air', name: 'Kiln air', ambient: '#aa7a5a' },
  { id: 'sea-haze', name: 'Sea haze', shadow: '#141e2a', fog: { colour: '#24323c', density: 0.06 } },
]
