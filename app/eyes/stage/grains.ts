import * as three from 'three'
import type { Surface } from '~~/core/show'
import { namesIn } from '~~/core/base'

/** What a surface's grain looks like: over so many metres it repeats, and a function of GLSL gives its tone (0 to 1) and its seams (0 to 1) at p, 0 to 1 each way. */
interface Grain {
  metres: number
  glsl: string
}

const GRAINS: Record<Surface, Grain> = {
  boards: {
    metres: 1.2,
    glsl: `float row = floor(p.y * 8.0); float end = fract(p.x + hash(row, 3.0));
      float fibre = noise(vec2(p.x * 6.0, p.y * 64.0), vec2(6.0, 64.0));
      return vec2(0.35 + 0.3 * hash(row, 1.0) + 0.3 * fibre, max(line(fract(p.y * 8.0), 0.07), line(end, 0.006)));`,
  },
  planks: {
    metres: 1.6,
    glsl: `float row = floor(p.y * 5.0); vec2 bent = vec2(p.x, p.y + 0.02 * noise(p * 4.0, vec2(4.0)));
      float fibre = noise(vec2(bent.x * 4.0, bent.y * 80.0), vec2(4.0, 80.0));
      return vec2(0.3 + 0.3 * hash(row, 7.0) + 0.4 * fibre, line(fract(p.y * 5.0), 0.06));`,
  },
  plaster: {
    metres: 2.4,
    glsl: `float worn = cloud(p, 4.0);
      return vec2(0.4 + 0.2 * worn + 0.1 * noise(p * 64.0, vec2(64.0)), smoothstep(0.7, 0.9, worn) * 0.4);`,
  },
  stone: {
    metres: 2.2,
    glsl: `float row = floor(p.y * 5.0); float x = p.x * 4.0 + hash(row, 5.0) + 0.06 * noise(p * 16.0, vec2(16.0));
      float y = p.y * 5.0 + 0.08 * noise(p.yx * 12.0, vec2(12.0));
      return vec2(0.3 + 0.25 * hash(floor(mod(x, 4.0)), row) + 0.4 * cloud(p, 8.0), max(line(fract(x), 0.06), line(fract(y), 0.07)));`,
  },
  brick: {
    metres: 1.0,
    glsl: `float row = floor(p.y * 12.0); float x = p.x * 4.0 + 0.5 * mod(row, 2.0);
      return vec2(0.3 + 0.35 * hash(floor(mod(x, 4.0)), row) + 0.25 * noise(p * 48.0, vec2(48.0)), max(line(fract(x), 0.05), line(fract(p.y * 12.0), 0.14)));`,
  },
  metal: {
    metres: 1.8,
    glsl: `float brushed = noise(vec2(p.x * 8.0, p.y * 128.0), vec2(8.0, 128.0)); float rust = cloud(p, 3.0);
      return vec2(0.45 + 0.15 * brushed - 0.2 * smoothstep(0.55, 0.8, rust), max(line(fract(p.x * 2.0), 0.012), line(fract(p.y * 2.0), 0.012)));`,
  },
  cloth: {
    metres: 0.5,
    glsl: `float warp = 0.5 + 0.5 * sin(p.x * 6.2832 * 32.0); float weft = 0.5 + 0.5 * sin(p.y * 6.2832 * 32.0);
      return vec2(0.35 + 0.2 * warp * weft + 0.25 * cloud(p, 4.0), 0.0);`,
  },
  earth: {
    metres: 2.6,
    glsl: `float lumps = cloud(p, 6.0); float pebble = noise(p * 40.0, vec2(40.0));
      return vec2(0.25 + 0.5 * lumps + 0.2 * step(0.8, pebble), smoothstep(0.72, 0.85, pebble) * 0.5);`,
  },
  water: {
    metres: 3.2,
    glsl: `float swell = noise(vec2(p.x * 5.0 + 0.6 * noise(p * 6.0, vec2(6.0)), p.y * 22.0), vec2(5.0, 22.0));
      return vec2(0.3 + 0.4 * swell, smoothstep(0.62, 0.9, swell) * 0.6);`,
  },
}

/** The surfaces in the order of their layers. */
export const LAYERS = namesIn(GRAINS)
export const layerOf = (surface: Surface | null | undefined): number => (surface ? LAYERS.indexOf(surface) : -1)
/** Over how many metres each layer repeats, as GLSL. */
export const METRES = LAYERS.map((name) => GRAINS[name].metres.toFixed(2)).join(', ')

/** Each grain is drawn once into so many pixels a side. */
const SIDE = 256

const VERTEX = `out vec2 at;
void main() { at = uv; gl_Position = vec4(position.xy, 0.0, 1.0); }`
// Value noise that repeats (Perlin's fade curve, "Improving noise", SIGGRAPH 2002); a cloud adds four octaves of it.
const FRAGMENT = `precision highp float;
in vec2 at; out vec4 shown; uniform int layer;
float hash(float a, float b) { return fract(sin(a * 127.1 + b * 311.7) * 43758.5453); }
float noise(vec2 p, vec2 every) {
  vec2 i = floor(p); vec2 f = p - i; f = f * f * f * (f * (f * 6.0 - 15.0) + 10.0);
  vec2 a = mod(i, every); vec2 b = mod(i + 1.0, every);
  return mix(mix(hash(a.x, a.y), hash(b.x, a.y), f.x), mix(hash(a.x, b.y), hash(b.x, b.y), f.x), f.y);
}
float cloud(vec2 p, float every) {
  float sum = 0.0; float share = 0.5;
  for (int i = 0; i < 4; i++) { sum += share * noise(p * every, vec2(every)); every *= 2.0; share *= 0.5; }
  return sum / 0.9375;
}
float line(float x, float width) { return 1.0 - smoothstep(width * 0.4, width, min(x, 1.0 - x)); }
vec2 grain(int layer, vec2 p) {
  ${LAYERS.map((name, i) => `if (layer == ${i}) { ${GRAINS[name].glsl} }`).join('\n  ')}
  return vec2(0.5, 0.0);
}
void main() { shown = vec4(grain(layer, at), 0.0, 1.0); }`

/** Draws every grain once; what comes back is a texture with a layer each. */
export function drawGrains(renderer: three.WebGLRenderer): three.WebGLArrayRenderTarget {
  const target = new three.WebGLArrayRenderTarget(SIDE, SIDE, LAYERS.length, {
    wrapS: three.RepeatWrapping,
    wrapT: three.RepeatWrapping,
    minFilter: three.LinearMipmapNearestFilter,
    magFilter: three.LinearFilter,
    generateMipmaps: true,
    depthBuffer: false,
  })
  const layer = { value: 0 }
  const material = new three.ShaderMaterial({
    glslVersion: three.GLSL3,
    vertexShader: VERTEX,
    fragmentShader: FRAGMENT,
    uniforms: { layer },
  })
  const quad = new three.Mesh(new three.PlaneGeometry(2, 2), material)
  quad.frustumCulled = false
  const scene = new three.Scene().add(quad)
  const camera = new three.Camera()
  LAYERS.forEach((_, i) => {
    layer.value = i
    renderer.setRenderTarget(target, i)
    renderer.render(scene, camera)
  })
  renderer.setRenderTarget(null)
  quad.geometry.dispose()
  material.dispose()
  return target
}
