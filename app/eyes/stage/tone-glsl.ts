/** How light is seen, in GLSL: from what comes off a surface (1 is white) to what is shown. */
export const TONE_GLSL = `
float lightness(vec3 c) { return dot(c, vec3(0.2126, 0.7152, 0.0722)); }
/** As sRGB (IEC 61966-2-1), by roots: within 0.001 of it, and far quicker than by powers where no graphics card is. */
vec3 encoded(vec3 c) { vec3 a = sqrt(max(c, vec3(0.0))); vec3 b = sqrt(a); return 0.662002687 * a + 0.68412206 * b - 0.323583601 * sqrt(b) - 0.022541147 * c; }
/** What is brighter than half of white is drawn together, so that nothing burns out at once; what is dark leans to the colour of the shadows, as dark as it is. */
vec3 toned(vec3 seen, vec3 shadowTint) {
  seen = mix(seen, 1.0 - 0.25 / max(seen, vec3(0.5)), greaterThan(seen, vec3(0.5)));
  float y = lightness(seen);
  vec3 dark = shadowTint * y / max(lightness(shadowTint), 1e-4);
  return mix(seen, dark, 0.6 * (1.0 - smoothstep(0.0, 0.2, y)));
}`
