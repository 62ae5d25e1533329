import * as three from 'three'
import { WHITE_LUX } from '~~/core/light'
import { NO_EDGE } from '~~/core/scene'
import { METRES } from './grains'

/** So many lights shine on one picture; the brightest in sight are taken. */
export const MOST_LAMPS = 8

/** What every surface asks: one object each, shared by all. */
export interface SharedUniforms {
  [name: string]: three.IUniform
  lampAt: three.IUniform<three.Vector4[]>
  lampShines: three.IUniform<three.Vector3[]>
  lampAxis: three.IUniform<three.Vector4[]>
  lampInner: three.IUniform<number[]>
  lampTile: three.IUniform<number[]>
  lamps: three.IUniform<number>
}
const each = <T>(make: () => T): T[] => Array.from({ length: MOST_LAMPS }, make)

export const sharedUniforms = (): SharedUniforms => ({
  lampAt: { value: each(() => new three.Vector4()) },
  lampShines: { value: each(() => new three.Vector3()) },
  lampAxis: { value: each(() => new three.Vector4()) },
  lampInner: { value: each(() => 0) },
  lampTile: { value: each(() => -1) },
  lamps: { value: 0 },
  shadows: { value: null },
  /** A face's share of the atlas both ways, how many tiles stand side by side, and a face's pixels. */
  atlas: { value: new three.Vector4(1, 1, 1, 1) },
  grains: { value: null },
  ambient: { value: new three.Vector3() },
  gain: { value: 1 / WHITE_LUX },
  shadowTint: { value: new three.Vector3() },
  fog: { value: new three.Vector4() },
})

const VERTEX = `
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
in vec3 tint; in float layer; in float owner;
flat out vec3 itsTint; flat out float itsLayer; flat out float itsOwner;
#elif !defined(MESH)
uniform float grainLayer;
#endif
out vec3 point; out vec3 facing; out vec2 on; out vec4 edge;
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
  vec4 world = model * vec4(position, 1.0);
  point = world.xyz; facing = mat3(model) * normal;
  #ifdef MESH
  vec3 a = abs(facing);
  on = a.y > max(a.x, a.z) ? world.xz : a.x > a.z ? vec2(world.z, world.y) : vec2(world.x, world.y);
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
  itsTint = tint; itsLayer = layer; itsOwner = owner;
  #endif
  gl_Position = projectionMatrix * viewMatrix * (model * vec4(position, 1.0));
}`

const FRAGMENT = `
precision highp float; precision highp sampler2DShadow; precision highp sampler2DArray;
#define MOST ${MOST_LAMPS}
#define FAINTEST 1e-5
uniform vec4 lampAt[MOST]; uniform vec3 lampShines[MOST]; uniform vec4 lampAxis[MOST]; uniform float lampInner[MOST]; uniform float lampTile[MOST];
uniform int lamps; uniform sampler2DShadow shadows; uniform vec4 atlas; uniform sampler2DArray grains;
uniform vec3 ambient; uniform float gain; uniform vec3 shadowTint; uniform vec4 fog; uniform float chosen;
in vec3 point; in vec3 facing; in vec2 on; in vec4 edge;
#ifdef BUILT
flat in vec3 itsTint; flat in float itsLayer; flat in float itsOwner;
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
#ifdef CARD
const float FACES_ALL = 1.0;
#else
const float FACES_ALL = 0.0;
#endif
out vec4 shown;

float lightness(vec3 c) { return dot(c, vec3(0.2126, 0.7152, 0.0722)); }
/** As sRGB (IEC 61966-2-1), by roots: within 0.001 of it, and far quicker than by powers where no graphics card is. */
vec3 encoded(vec3 c) { vec3 a = sqrt(max(c, vec3(0.0))); vec3 b = sqrt(a); return 0.662002687 * a + 0.68412206 * b - 0.323583601 * sqrt(b) - 0.022541147 * c; }

/** How much of a light gets past walls and solid props: six faces about it, each a picture of how far one sees. */
float past(float tile, vec3 way, float reach) {
  vec3 a = abs(way); vec3 b = vec3(greaterThan(way, vec3(0.0)));
  bool isX = a.x >= a.y && a.x >= a.z; bool isY = !isX && a.y >= a.z;
  float m = isX ? a.x : isY ? a.y : a.z;
  float side = isX ? b.x : isY ? b.y : b.z;
  float turn = side * 2.0 - 1.0;
  float face = (isX ? 1.0 : isY ? 3.0 : 5.0) - side;
  vec2 uv = isX ? vec2(way.z * turn, way.y) : isY ? vec2(way.x * turn, way.z) : vec2(-way.x * turn, way.y);
  uv = clamp(uv / m * 0.5 + 0.5, 0.5 / atlas.w, 1.0 - 0.5 / atlas.w);
  float low = face > 2.5 ? 1.0 : 0.0;
  vec2 origin = vec2(mod(tile, atlas.z) * 3.0 + face - 3.0 * low, floor(tile / atlas.z) * 2.0 + low);
  float n = 0.05;
  float depth = 0.5 + 0.5 * ((reach + n) / (reach - n) - 2.0 * reach * n / ((reach - n) * m));
  return texture(shadows, vec3((origin + uv) * atlas.xy, depth));
}

/** The light that falls on a point (lux of each colour): candela over the square of the way, with the window, cone and edge of core/light. */
vec3 lux(vec3 p, vec3 n) {
  vec3 sum = ambient;
  for (int i = 0; i < lamps; i++) {
    vec3 way = lampAt[i].xyz - p; float reach = lampAt[i].w; float far2 = dot(way, way);
    float leans = mix(dot(n, way), sqrt(far2), FACES_ALL);
    // A loop that is gone through once or not at all: without a graphics card only a loop is really left out.
    for (int once = far2 < reach * reach && leans > 0.0 ? 1 : 0; once > 0; once--) {
      float far = sqrt(far2); float q = far2 / (reach * reach);
      float share = leans / max(far, 1e-5) * max(0.0, 1.0 - q * q) / max(far2, 0.0025);
      vec4 axis = lampAxis[i];
      float u = clamp((dot(axis.xyz, -way) / max(far, 1e-5) - axis.w) / (lampInner[i] - axis.w), 0.0, 1.0);
      share *= axis.w > -1.5 ? u * u : 1.0;
      sum += lampShines[i] * share * past(lampTile[i], p + n * (far / atlas.w * 3.0 * (1.0 - FACES_ALL)) - lampAt[i].xyz, reach);
    }
  }
  return sum;
}

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
  vec3 colour = itsTint; float its = itsLayer; bool isChosen = itsOwner == chosen;
  #elif defined(MESH)
  vec3 colour = tint; bool isChosen = false;
  if (hasMap) { vec4 texel = texture(map, itsMap); if (texel.a < cutOff) discard; colour *= texel.rgb; }
  #ifdef USE_COLOR
  colour *= itsColour;
  #endif
  #else
  vec3 colour = tint; float its = grainLayer; bool isChosen = chosen > 0.5;
  #endif
  #ifdef BUILT
  vec3 n = facing;
  #else
  vec3 n = normalize(facing); if (!gl_FrontFacing) n = -n;
  #endif
  vec2 grain = vec2(0.5, 0.0);
  #ifndef MESH
  for (int once = its > -0.5 ? 1 : 0; once > 0; once--) grain = texture(grains, vec3(onGrain, its)).rg;
  #endif
  vec3 light = lux(point, n);
  float e = min(min(edge.x, edge.y), min(edge.z, edge.w));
  #if !defined(CARD) && !defined(MESH)
  colour *= (0.55 + 0.9 * grain.r) * (1.0 - 0.6 * grain.g);
  colour += colour * 0.7 * (1.0 - smoothstep(0.0, 0.025, e));
  #endif
  vec3 seen = colour * light * gain;
  seen = mix(seen, 1.0 - 0.25 / max(seen, vec3(0.5)), greaterThan(seen, vec3(0.5)));
  float y = lightness(seen);
  // What is dark leans to the colour of the shadows, as dark as it is.
  vec3 dark = shadowTint * y / max(lightness(shadowTint), 1e-4);
  seen = mix(seen, dark, 0.6 * (1.0 - smoothstep(0.0, 0.2, y)));
  for (int once = fog.w > 0.0 ? 1 : 0; once > 0; once--) seen = mix(fog.rgb, seen, exp(-fog.w * distance(point, cameraPosition)));
  #ifdef ENGRAVED
    float lit = lightness(seen); float tone = clamp(1.35 * sqrt(lit), 0.05, 1.0);
    float ink = hatched(on, n, tone, grain.g);
    float px = e / max(length(vec2(dFdx(e), dFdy(e))), 1e-5);
    float line = e < 500.0 ? clamp(1.3 - px, 0.0, 1.0) : 0.0;
    vec3 hue = mix(vec3(0.84, 0.77, 0.65), clamp(seen / max(lit, 1e-3), 0.0, 2.0) * 0.76, 0.35);
    vec3 drawn = hue * max(ink * (0.1 + 0.9 * tone), line * (0.12 + 0.6 * tone));
    if (isChosen) drawn = mix(drawn, vec3(0.9, 0.46, 0.11), max(line, 0.35 * ink));
    shown = vec4(encoded(vec3(0.0037, 0.0056, 0.007) + drawn), 1.0);
  #else
  if (isChosen) { float px = e / max(length(vec2(dFdx(e), dFdy(e))), 1e-5); seen = mix(seen, vec3(0.9, 0.46, 0.11), e < 500.0 ? clamp(2.2 - px, 0.0, 1.0) : 0.0); }
  shown = vec4(encoded(seen), 1.0);
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

/** What floors and walls are drawn with: whose each face is, and its colour, lie in the faces. */
export const builtMaterial = (shared: SharedUniforms) => material(shared, { BUILT: '' }, { chosen: { value: -1 } })

/** What one prop is drawn with. */
export const propMaterial = (shared: SharedUniforms) =>
  material(shared, {}, { chosen: { value: 0 }, tint: { value: new three.Vector3(1, 1, 1) }, grainLayer: { value: -1 } })

/** A white card that faces every light at once, as the curve of light does. */
export const cardMaterial = (shared: SharedUniforms) =>
  material(
    shared,
    { CARD: '' },
    { chosen: { value: 0 }, tint: { value: new three.Vector3(1, 1, 1) }, grainLayer: { value: -1 } },
  )

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

/** Has a surface drawn in lines, or lit. */
export function engrave(material: three.ShaderMaterial, is: boolean): void {
  if ('ENGRAVED' in material.defines === is) return
  if (is) material.defines.ENGRAVED = ''
  else delete material.defines.ENGRAVED
  material.needsUpdate = true
}
