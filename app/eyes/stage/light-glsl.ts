/** How light gets from a lamp to a point, in GLSL: by the formula of core/light, past walls and solid props as the shadow pictures show them. */
export const LIGHT_GLSL = `
uniform sampler2DShadow shadows; uniform vec4 atlas;
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
/** The lux at a point of each candela of a lamp: its place and reach, its axis and the cosine of its outer cone (below −1 without one) and of its inner one. */
float shareOf(vec4 lamp, vec4 axis, float inner, vec3 p, vec3 n, float facesAll) {
  vec3 way = lamp.xyz - p; float far2 = dot(way, way); float far = max(sqrt(far2), 1e-5);
  float leans = max(0.0, mix(dot(n, way) / far, 1.0, facesAll));
  float q = min(1.0, far2 / (lamp.w * lamp.w));
  float u = clamp((dot(axis.xyz, -way) / far - axis.w) / (inner - axis.w), 0.0, 1.0);
  return leans * (1.0 - q * q) / max(far2, 0.0025) * (axis.w > -1.5 ? u * u : 1.0);
}`
