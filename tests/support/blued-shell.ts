import sharp from 'sharp'

/** A whole number that looks like chance, the same each time. */
function hash(x: number, y: number): number {
  let n = Math.imul(x, 374_761_393) + Math.imul(y, 668_265_263)
  n = Math.imul(n ^ (n >>> 13), 1_274_126_177)
  return ((n ^ (n >>> 16)) >>> 0) / 4_294_967_296
}
const ease = (t: number) => t * t * (3 - 2 * t)
/** Chance that changes smoothly over the plane, 0 to 1. */
function cloud(x: number, y: number): number {
  const [i, j] = [Math.floor(x), Math.floor(y)]
  const [s, t] = [ease(x - i), ease(y - j)]
  const across = (row: number) => hash(i, row) * (1 - s) + hash(i + 1, row) * s
  return across(j) * (1 - t) + across(j + 1) * t
}
const blotches = (x: number, y: number) => 0.55 * cloud(x, y) + 0.3 * cloud(x * 2.3 + 7, y * 2.3) + 0.15 * cloud(x * 6.1, y * 6.1 + 3)
const between = (value: number, from: number, to: number) => ease(Math.max(0, Math.min(1, (value - from) / (to - from))))

/** How thick the blue lies on a shell, 0 to 1, at `u` along it and `v` round it. */
function blueAt(u: number, v: number): number {
  // The oil groove round the middle carries nothing.
  if (Math.abs(v - 0.5) < 0.035) return 0
  // It carries in blotches, best in the middle; towards the first end below, not at all.
  const carries = 0.56 - 0.6 * Math.abs(u - 0.55) - 0.2 * Math.abs(v - 0.42) - 0.5 * between(0.5 - u, 0, 0.25) * between(v, 0.45, 0.7)
  const blotch = between(blotches(u * 11, v * 7), 0.66 - carries * 0.5, 0.74 - carries * 0.5)
  // Its last end stands hard against the shaft.
  const edge = between(u + 0.05 * (blotches(3, v * 12) - 0.5), 0.872, 0.88)
  // One spot stands up where all round is empty.
  const spot = 1 - between(Math.hypot((u - 0.125) * 2, v - 0.75) + 0.03 * (cloud(u * 60, v * 40) - 0.5), 0.08, 0.09)
  return Math.max(blotch * (0.55 + 0.45 * cloud(u * 40, v * 40)), edge, spot)
}

/** A made-up photo of a blued bearing shell as a JPEG: blotches, one hard end, one high spot, a lamp from the upper left. */
export async function bluedShell(width: number, height: number): Promise<Buffer> {
  const bytes = Buffer.alloc(width * height * 3)
  const [metal, blue, bench] = [[201, 196, 187], [44, 66, 158], [74, 66, 58]]
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const [u, v] = [(x / width - 0.15) / 0.7, (y / height - 0.15) / 0.7]
      const onFace = u >= 0 && u < 1 && v >= 0 && v < 1
      const light = (1.12 - 0.55 * Math.hypot(x / width - 0.2, y / height - 0.15)) * (onFace ? 0.86 + 0.24 * Math.sin(Math.PI * v) : 1)
      const shine = onFace ? 46 * Math.exp(-(((v - 0.2) / 0.05) ** 2)) : 0
      const groove = onFace && Math.abs(v - 0.5) < 0.035 ? 0.55 : 1
      const scratches = (hash(0, Math.floor(v * 420)) - 0.5) * 9
      const grain = (hash(x, y) - 0.5) * 15
      const thick = onFace ? blueAt(u, v) * 0.88 : 0
      const under = onFace ? metal : bench
      for (let channel = 0; channel < 3; channel++) {
        const colour = (under[channel]! + (onFace ? scratches : 0) + shine) * (1 - thick) + (blue[channel]! + shine * 0.4) * thick
        bytes[(y * width + x) * 3 + channel] = Math.max(0, Math.min(255, colour * light * groove + grain))
      }
    }
  }
  return sharp(bytes, { raw: { width, height, channels: 3 } }).blur(0.6).jpeg({ quality: 88 }).toBuffer()
}
