import * as three from 'three'
import type { LampShape } from './lamps'
import { LIGHT_GLSL } from './light-glsl'
import type { SharedUniforms } from './surface-material'

/** So many lamps' shares lie in one picture of the sheet. */
export const CHANNELS = 4
/** What a patch is drawn by: its rectangle on the sheet, where it begins, its two ways, which way it faces, there and at the end of its first way. */
export const SHARE_FIELDS = [
  ['rect', 4],
  ['begin', 3],
  ['along', 3],
  ['upward', 3],
  ['faces', 3],
  ['turned', 3],
] as const
/** A spot's light is looked up so far from the patch's edges at the least (m): at them what it meets is in the way. */
const INSET = 0.03

const VERTEX = `
in vec4 rect; in vec3 begin; in vec3 along; in vec3 upward; in vec3 faces; in vec3 turned;
uniform vec2 size;
out vec2 part; flat out vec3 itsBegin; flat out vec3 itsAlong; flat out vec3 itsUpward; flat out vec3 itsFaces; flat out vec3 itsTurned;
void main() {
  vec2 square = rect.xy + uv * rect.zw;
  part = (uv * rect.zw - 0.5) / max(rect.zw - 1.0, 1.0);
  itsBegin = begin; itsAlong = along; itsUpward = upward; itsFaces = faces; itsTurned = turned;
  gl_Position = vec4(square / size * 2.0 - 1.0, 0.0, 1.0);
}`
const FRAGMENT = `
precision highp float; precision highp sampler2DShadow;
in vec2 part; flat in vec3 itsBegin; flat in vec3 itsAlong; flat in vec3 itsUpward; flat in vec3 itsFaces; flat in vec3 itsTurned;
uniform vec4 lamp; uniform vec4 axis; uniform float inner; uniform float tile; uniform float perMetre; uniform float most;
out vec4 share;
${LIGHT_GLSL}
vec2 metres() { return max(vec2(length(itsAlong), length(itsUpward)), 1e-4); }
vec3 spot(vec2 at) {
  vec2 inset = min(${INSET.toFixed(2)} / metres(), 0.5);
  vec2 p = clamp(at, inset, 1.0 - inset);
  return itsBegin + itsAlong * p.x + itsUpward * p.y;
}
float pastFrom(vec2 at, vec3 n) {
  vec3 p = spot(at);
  return past(tile, p + n * (distance(p, lamp.xyz) / atlas.w * 3.0) - lamp.xyz, lamp.w);
}
void main() {
  vec3 n = normalize(mix(itsFaces, itsTurned, clamp(part.x, 0.0, 1.0)));
  vec2 quarter = 0.25 / (perMetre * metres());
  float open = pastFrom(part + quarter * vec2(1.0, 0.4), n) + pastFrom(part + quarter * vec2(-0.4, 1.0), n)
    + pastFrom(part + quarter * vec2(-1.0, -0.4), n) + pastFrom(part + quarter * vec2(0.4, -1.0), n);
  float coded = sqrt(sqrt(min(1.0, 0.25 * open * shareOf(lamp, axis, inner, spot(part), n, 0.0) / most)));
  // Eight bits would show as bands: which of two neighbouring values is taken is drawn, so that their mean is right.
  float luck = fract(sin(dot(gl_FragCoord.xy, vec2(12.9898, 78.233))) * 43758.5453);
  share = vec4(floor(coded * 255.0 + luck) / 255.0);
}`

/** Shares are kept as their fourth roots, of so much at the most: so eight bits are enough for them. */
export const SHARE_GLSL = 'vec4 decoded(vec4 root) { root *= root; return root * root; }'

/** What works out how much of a lamp's light comes to each spot of a patch, written to one channel. */
export const shareMaterial = (
  shared: SharedUniforms,
  { at, axis }: LampShape,
  width: number,
  height: number,
  perMetre: number,
) =>
  // prettier-ignore
  new three.ShaderMaterial({
    glslVersion: three.GLSL3,
    vertexShader: VERTEX,
    fragmentShader: FRAGMENT,
    uniforms: {
      shadows: shared.shadows!,
      atlas: shared.atlas!,
      size: { value: new three.Vector2(width, height) },
      perMetre: { value: perMetre },
      lamp: { value: at },
      axis: { value: axis },
      inner: { value: 0 },
      tile: { value: 0 },
      most: { value: 1 },
    },
    depthTest: false,
    depthWrite: false,
    // Only the channel of the slot is written: what blending's constant is 0 in stays as it was.
    blending: three.CustomBlending,
    blendSrc: three.ConstantColorFactor,
    blendDst: three.OneMinusConstantColorFactor,
    blendSrcAlpha: three.ConstantAlphaFactor,
    blendDstAlpha: three.OneMinusConstantAlphaFactor,
  })
