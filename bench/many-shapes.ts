/** A seeded, plain sequence of numbers from 0 to 1 (the minimal standard generator of Park and Miller). */
export function sequence(seed: number): () => number {
  let state = seed;
  return () => {
    state = (state * 48_271) % 2_147_483_647;
    return state / 2_147_483_647;
  };
}

/** An SVG of wavy rings side by side: `rings` of them, each with `segments` straight pieces. */
export function wavyRings(rings: number, segments: number): string {
  const across = Math.ceil(Math.sqrt(rings));
  const paths = Array.from({ length: rings }, (_, i) => {
    const cx = (i % across) * 12 + 6;
    const cy = Math.floor(i / across) * 12 + 6;
    const points = Array.from({ length: segments }, (_, k) => {
      const angle = (2 * Math.PI * k) / segments;
      const radius = 4 + Math.sin(angle * 7 + i);
      return `${(cx + radius * Math.cos(angle)).toFixed(3)} ${(cy + radius * Math.sin(angle)).toFixed(3)}`;
    });
    return `<path d="M${points.join('L')}Z"/>`;
  });
  const size = across * 12;
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${size}mm" height="${size}mm" viewBox="0 0 ${size} ${size}">${paths.join('')}</svg>`;
}
