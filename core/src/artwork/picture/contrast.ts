/** Places along a ring that are asked. */
const PLACES = 24;
/** How far from the ring both sides are looked at, in px. */
const BESIDE = 1.6;

/** How much the grey changes across a ring on the average, in grey levels: a speck of noise hardly stands out from its ground. */
export function contrastAlong(ring: Float64Array, grey: Uint8Array, width: number, height: number): number {
  const count = ring.length / 2;
  const at = (x: number, y: number) =>
    grey[Math.max(0, Math.min(height - 1, Math.floor(y))) * width + Math.max(0, Math.min(width - 1, Math.floor(x)))];
  const step = Math.max(1, Math.floor(count / PLACES));
  let [sum, places] = [0, 0];
  for (let i = 0; i < count; i += step) {
    const j = (i + 1) % count;
    const [x, y, dx, dy] = [ring[2 * i], ring[2 * i + 1], ring[2 * j] - ring[2 * i], ring[2 * j + 1] - ring[2 * i + 1]];
    const length = Math.hypot(dx, dy);
    if (length === 0) continue;
    const [nx, ny] = [(-dy / length) * BESIDE, (dx / length) * BESIDE];
    sum += at(x + nx, y + ny) - at(x - nx, y - ny);
    places += 1;
  }
  return places ? Math.abs(sum / places) : 0;
}
