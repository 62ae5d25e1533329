import * as three from 'three'
import { WHITE_LUX } from '~~/core/light'
import { NO_EDGE } from '~~/core/scene'
import { METRES } from './grains'
import { LIGHT_GLSL } from './light-glsl'
import { TONE_GLSL } from './tone-glsl'

/** So many lights shine on what moves, and on a mesh of somebody else's; the brightest in sight are taken. */
export const MOST_LAMPS = 16

/** What every surface asks: one object each, shared by all. */
export interface SharedUniforms {
  [name: string]: three.IUniform
  lampAt: three.IUniform<three.Vector4[]>
  lampShines: three.IUniform<three.Vector3[]>
  lampAxis: three.IUniform<three.Vector4[]>
  lampInner: three.IUniform<number[]>
  lampTile: three.IUniform<number[]>
  lamps: three.IUniform<number>
  lit: three.IUniform<three.Texture | null>
}
const each = <T>(count: number, make: () => T): T[] => Array.from({ length: count }, make)

export const sharedUniforms = (): SharedUniforms => ({
  lampAt: { value: each(MOST_LAMPS, () => new three.Vector4()) },
  lampShines: { value: each(MOST_LAMPS, () => new three.Vector3()) },
  lampAxis: { value: each(MOST_LAMPS, () => new three.Vector4()) },
  lampInner: { value: each(MOST_LAMPS, () => 0) },
  lampTile: { value: each(MOST_LAMPS, () => -1) },
  lamps: { value: 0 },
  shadows: { value: null },
  /** A face's share of the atlas both ways, how many tiles stand side by side, and a face's pixels. */
  atlas: { value: new three.Vector4(1, 1, 1, 1) },
  /** Every surface as it is lit, without its grain. */
  lit: { value: null },
  grains: { value: null },
  ambient: { value: new three.Vector3() },
  gain: { value: 1 / WHITE_LUX },
  shadowTint: { value: new three.Vector3() },
  /** Its colour as it is shown and how light it is (a root), and how dense. */
  fog: { value: new three.Vector4() },
  fogDensity: { value: 0 },
})

/** The light that falls on what isn't on the sheet, by the formula. */
const LUX = `
#ifdef CARD
const float FACES_ALL = 1.0;
#else
const float FACES_ALL = 0.0;
#endif
#define MOST ${MOST_LAMPS}
uniform vec3 ambient; uniform int lamps;
uniform vec4 lampAt[MOST]; uniform vec3 lampShines[MOST]; uniform vec4 lampAxis[MOST]; uniform float lampInner[MOST]; uniform float lampTile[MOST];
${LIGHT_GLSL}
/** Lux of each colour at a point. */
vec3 lux(vec3 p, vec3 n) {
  vec3 sum = ambient;
  for (int i = 0; i < lamps; i++) {
    float far = distance(p, lampAt[i].xyz);
    float open = past(lampTile[i], p + n * (far / atlas.w * 3.0 * (1.0 - FACES_ALL)) - lampAt[i].xyz, lampAt[i].w);
    sum += lampShines[i] * (open * shareOf(lampAt[i], lampAxis[i], lampInner[i], p, n, FACES_ALL));
  }
  return sum;
}`

const VERTEX = `
#ifdef CORNER_LIT
in vec3 cornerLight; out vec3 itsLight;
#endif
invariant gl_Position;
#ifdef MESH
uniform mat3 mapTurn; out vec2 itsMap;
#ifdef USE_COLOR
out vec3 itsColour;
#endif
#else
in vec2 across; in vec4 edges;
#endif
#ifdef BUILT
in float layer; in float owner;
flat out float itsLayer; flat out float itsOwner;
#elif !defined(MESH)
uniform float grainLayer;
#endif
#ifdef BUILT
flat out vec3 facing;
#else
out vec3 facing;
#endif
#ifdef SHEET
in vec2 onSheet; out vec2 onTheSheet;
#endif
#ifndef SHEET
out vec3 point;
#endif
out vec2 on; out vec4 edge;
#ifndef MESH
const float METRES[9] = float[9](${METRES});
out vec2 onGrain;
#endif
void main() {
  #ifdef USE_INSTANCING
  mat4 model = modelMatrix * instanceMatrix;
  #else
  mat4 model = modelMatrix;
  #endif
  facing = mat3(model) * normal;
  #ifndef SHEET
  point = (model * vec4(position, 1.0)).xyz;
  #endif
  #ifdef MESH
  vec3 a = abs(facing);
  on = a.y > max(a.x, a.z) ? point.xz : a.x > a.z ? point.zy : point.xy;
  edge = vec4(${NO_EDGE.toFixed(1)}); itsMap = (mapTurn * vec3(uv, 1.0)).xy;
  #ifdef USE_COLOR
  itsColour = color.rgb;
  #endif
  #else
  on = across; edge = edges;
  #ifdef BUILT
  float itsGrain = layer;
  #else
  float itsGrain = grainLayer;
  #endif
  onGrain = itsGrain > -0.5 ? across / METRES[int(itsGrain + 0.5)] : vec2(0.0);
  #endif
  #ifdef BUILT
  itsLayer = layer; itsOwner = owner;
  #endif
  #ifdef SHEET
  onTheSheet = onSheet;
  #endif
  #ifdef CORNER_LIT
  itsLight = cornerLight;
  #endif
  gl_Position = projectionMatrix * viewMatrix * (model * vec4(position, 1.0));
}`

const FRAGMENT = `
precision highp float; precision highp sampler2DShadow; precision highp sampler2DArray;
uniform sampler2DArray grains; uniform float gain; uniform vec3 shadowTint; uniform vec4 fog; uniform float fogDensity; uniform float chosen;
#ifdef SHEET
uniform sampler2D lit; in vec2 onTheSheet;
#endif
#ifdef BUILT
flat in vec3 facing;
#else
in vec3 facing;
#endif
#ifndef SHEET
in vec3 point;
#endif
in vec2 on; in vec4 edge;
#ifdef BUILT
flat in float itsLayer; flat in float itsOwner;
#elif defined(MESH)
uniform vec3 tint; uniform sampler2D map; uniform bool hasMap; uniform float cutOff; in vec2 itsMap;
#ifdef USE_COLOR
in vec3 itsColour;
#endif
#else
uniform vec3 tint; uniform float grainLayer;
#endif
#ifndef MESH
in vec2 onGrain;
#endif
out vec4 shown;

${TONE_GLSL}
#ifdef CORNER_LIT
in vec3 itsLight; uniform vec3 ambient;
#elif !defined(SHEET)
${LUX}
#endif

#ifdef ENGRAVED
/** Lines whose weight is light: along the surface, so far apart that they stay fine however near they are. */
float hatched(vec2 on, vec3 n, float tone, float seam) {
  vec2 aside;
  #if defined(BUILT) || defined(MESH)
  aside = abs(n.y) > 0.7 ? vec2(0.0, 1.0) : abs(n.x) > abs(n.z) ? vec2(0.42, 0.907) : vec2(-0.5, 0.866);
  #else
  aside = abs(n.y) > 0.7 ? vec2(0.0, 1.0) : vec2(1.0, 0.0);
  #endif
  float c = dot(on, aside); float w = max(length(vec2(dFdx(c), dFdy(c))), 1e-5);
  float steps = log2(5.0 * w / 0.02); float fine = floor(steps); float s = 0.02 * exp2(fine);
  float q = c / s; float nearest = floor(q + 0.5); float px = abs(q - nearest) * s / w;
  float half_ = tone * s / w * 0.62;
  if (mod(nearest, 2.0) > 0.5) half_ *= 1.0 - (steps - fine);
  return clamp(half_ + 0.5 - px, 0.0, 1.0) * (1.0 - 0.75 * seam);
}

#endif

void main() {
  #ifdef BUILT
  float its = itsLayer; float isChosen = itsOwner == chosen ? 1.0 : 0.0; vec3 n = facing;
  #else
  float isChosen = step(0.5, chosen); vec3 n = normalize(facing); if (!gl_FrontFacing) n = -n;
  #ifndef MESH
  float its = grainLayer;
  #endif
  #endif
  #ifdef SHEET
  vec4 seen = texture(lit, onTheSheet);
  #else
  vec3 colour = tint;
  #ifdef MESH
  if (hasMap) { vec4 texel = texture(map, itsMap); if (texel.a < cutOff) discard; colour *= texel.rgb; }
  #ifdef USE_COLOR
  colour *= itsColour;
  #endif
  #endif
  #ifdef CORNER_LIT
  vec3 light = ambient + itsLight;
  #else
  vec3 light = lux(point, n);
  #endif
  vec3 came = toned(colour * light * gain, shadowTint);
  vec4 seen = vec4(encoded(came), sqrt(lightness(came)));
  #endif
  float e = min(min(edge.x, edge.y), min(edge.z, edge.w));
  vec2 grain = vec2(0.5, 0.0);
  #if !defined(MESH) && !defined(CARD)
  // What has no grain asks for one, too: without a graphics card any branch costs more than what it leaves out.
  grain = mix(grain, texture(grains, vec3(onGrain, max(its, 0.0))).rg, step(-0.5, its));
  seen *= sqrt((0.55 + 0.9 * grain.r) * (1.0 - 0.6 * grain.g) * (1.7 - 0.7 * smoothstep(0.0, 0.025, e)));
  #endif
  seen = mix(fog, seen, exp(-fogDensity / gl_FragCoord.w));
  #if defined(ENGRAVED) || defined(OUTLINED)
  float px = e / max(length(vec2(dFdx(e), dFdy(e))), 1e-5);
  #endif
  #ifdef ENGRAVED
    float tone = clamp(1.35 * seen.a, 0.05, 1.0);
    float ink = hatched(on, n, tone, grain.g);
    float line = e < 500.0 ? clamp(1.3 - px, 0.0, 1.0) : 0.0;
    vec3 hue = mix(vec3(0.84, 0.77, 0.65), clamp(seen.rgb * seen.rgb / max(seen.a * seen.a, 1e-3), 0.0, 2.0) * 0.76, 0.35);
    vec3 drawn = hue * max(ink * (0.1 + 0.9 * tone), line * (0.12 + 0.6 * tone));
    drawn = mix(drawn, vec3(0.9, 0.46, 0.11), isChosen * max(line, 0.35 * ink));
    shown = vec4(encoded(vec3(0.0037, 0.0056, 0.007) + drawn), 1.0);
  #else
  #ifdef OUTLINED
  seen.rgb = mix(seen.rgb, vec3(0.957, 0.71, 0.373), e < 500.0 ? isChosen * clamp(2.2 - px, 0.0, 1.0) : 0.0);
  #endif
  shown = vec4(seen.rgb, 1.0);
  #endif
}`

const material = (
  shared: SharedUniforms,
  defines: { [name: string]: string },
  own: { [name: string]: three.IUniform },
) =>
  new three.ShaderMaterial({
    glslVersion: three.GLSL3,
    vertexShader: VERTEX,
    fragmentShader: FRAGMENT,
    defines,
    uniforms: { ...shared, ...own },
  })

/** What floors and walls are drawn with: whose each face is, and its grain, lie in the faces. */
export const builtMaterial = (shared: SharedUniforms) =>
  material(shared, { BUILT: '', SHEET: '' }, { chosen: { value: -1 } })

/** What one prop is drawn with. */
export const propMaterial = (shared: SharedUniforms) =>
  material(shared, { SHEET: '' }, { chosen: { value: 0 }, grainLayer: { value: -1 } })

const ofOne = () => ({ chosen: { value: 0 }, tint: { value: new three.Vector3(1, 1, 1) }, grainLayer: { value: -1 } })

/** What somebody who walks is drawn with: no sheet knows where they are. */
export const walkerMaterial = (shared: SharedUniforms) => material(shared, {}, ofOne())

/** A white card that faces every light at once, as the curve of light does. */
export const cardMaterial = (shared: SharedUniforms) => material(shared, { CARD: '' }, ofOne())

/** What a mesh of somebody else's is drawn with: its colour and its picture, in our light. What is half clear is solid, or a hole. */
export function meshMaterial(shared: SharedUniforms, from: three.MeshStandardMaterial): three.ShaderMaterial {
  const { color, map, alphaTest, transparent, side, vertexColors } = from
  map?.updateMatrix()
  const own = {
    chosen: { value: 0 },
    tint: { value: new three.Vector3(...color.toArray()) },
    map: { value: map ?? null },
    hasMap: { value: map !== null },
    mapTurn: { value: map?.matrix ?? new three.Matrix3() },
    cutOff: { value: alphaTest || (transparent ? HALF_CLEAR : 0) },
  }
  const made = material(shared, { MESH: '' }, own)
  made.side = side
  made.vertexColors = vertexColors
  return made
}
const HALF_CLEAR = 0.5

/** How a surface is drawn: each is a program of its own, so that what isn't asked for costs nothing. */
export interface Drawn {
  /** In lines, or lit. */
  isEngraved: boolean
  /** By the light at its corners alone. */
  isCornerLit: boolean
}
export function drawAs(material: three.ShaderMaterial, { isEngraved, isCornerLit }: Drawn): void {
  const { defines, uniforms } = material
  const isChosen = uniforms.chosen!.value > ('BUILT' in defines ? -1 : 0)
  const wanted = { ENGRAVED: isEngraved, OUTLINED: isChosen, CORNER_LIT: isCornerLit }
  for (const [name, is] of Object.entries(wanted)) {
    if (name in defines === is) continue
    if (is) defines[name] = ''
    else delete defines[name]
    material.needsUpdate = true
  }
}
