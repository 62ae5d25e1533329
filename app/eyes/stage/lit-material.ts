import * as three from 'three'
import { NUMBERS } from './light-sheet'
import { SHARE_GLSL } from './share-material'
import type { SharedUniforms } from './surface-material'
import { TONE_GLSL } from './tone-glsl'

/** What a patch is drawn by: its rectangle on the sheet, its colour, and the numbers of the lamps of its slots. */
export const LIT_FIELDS = [
  ['rect', 4],
  ['tint', 3],
  ['slots0', 4],
  ['slots1', 4],
] as const

const VERTEX = `
in vec4 rect; in vec3 tint; in vec4 slots0; in vec4 slots1;
uniform vec2 size; uniform vec3 shines[${NUMBERS}];
flat out vec3 itsTint; flat out vec3 shine[8];
vec3 shineOf(float number) { return number < 0.0 ? vec3(0.0) : shines[int(number + 0.5)]; }
void main() {
  itsTint = tint;
  for (int i = 0; i < 4; i++) { shine[i] = shineOf(slots0[i]); shine[i + 4] = shineOf(slots1[i]); }
  gl_Position = vec4((rect.xy + uv * rect.zw) / size * 2.0 - 1.0, 0.0, 1.0);
}`
const FRAGMENT = `
precision highp float;
uniform sampler2D sheet0; uniform sampler2D sheet1; uniform vec3 ambient; uniform float gain; uniform vec3 shadowTint;
flat in vec3 itsTint; flat in vec3 shine[8];
out vec4 shown;
${SHARE_GLSL}
${TONE_GLSL}
void main() {
  ivec2 here = ivec2(gl_FragCoord.xy);
  vec4 a = decoded(texelFetch(sheet0, here, 0)); vec4 b = decoded(texelFetch(sheet1, here, 0));
  vec3 lux = ambient + a.x * shine[0] + a.y * shine[1] + a.z * shine[2] + a.w * shine[3]
    + b.x * shine[4] + b.y * shine[5] + b.z * shine[6] + b.w * shine[7];
  vec3 seen = toned(itsTint * lux * gain, shadowTint);
  shown = vec4(encoded(seen), sqrt(lightness(seen)));
}`

/** What works out how a patch is seen in the light of all its lamps: its colour as it is shown, and how light it is (a root). */
export const litMaterial = (
  { ambient, gain, shadowTint }: SharedUniforms,
  sheets: readonly three.WebGLRenderTarget[],
  width: number,
  height: number,
) =>
  new three.ShaderMaterial({
    glslVersion: three.GLSL3,
    vertexShader: VERTEX,
    fragmentShader: FRAGMENT,
    uniforms: {
      ambient: ambient!,
      gain: gain!,
      shadowTint: shadowTint!,
      sheet0: { value: sheets[0]!.texture },
      sheet1: { value: sheets[1]!.texture },
      shines: { value: Array.from({ length: NUMBERS }, () => new three.Vector3()) },
      size: { value: new three.Vector2(width, height) },
    },
    depthTest: false,
    depthWrite: false,
    blending: three.NoBlending,
  })
