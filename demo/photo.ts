import sharp from 'sharp'

/**
 * A made-up photo: rings on a dark bench, as a camera might see a part from above. Drawn, because nothing real may be in the
 * demonstration.
 */
export function drawPhoto(seed: string): Promise<Buffer> {
  if (!drawn.has(seed)) drawn.set(seed, draw(seed))
  return drawn.get(seed)!
}

const drawn = new Map<string, Promise<Buffer>>()

async function draw(seed: string): Promise<Buffer> {
  const number = [...seed].reduce((sum, letter) => (sum * 31 + letter.charCodeAt(0)) % 997, 7)
  const [x, y, tilt] = [640 + number % 160, 480 + number % 90, number % 40 - 20]
  const ring = (r: number, width: number, colour: string) =>
    `<circle cx="${x}" cy="${y}" r="${r}" fill="none" stroke="${colour}" stroke-width="${width}"/>`
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="960" height="720" viewBox="0 0 1440 1080"><rect width="1440" height="1080" fill="#3a3f3c"/>
    <g transform="rotate(${tilt} ${x} ${y})">${ring(330, 120, '#6f7777')}${ring(330, 70, '#8b9494')}${ring(300, 14, '#4c5252')}${ring(352, 6, '#d7dbd8')}
    <path d="M${x + 300} ${y - 20}l90 8-4 34-92-10z" fill="#2b2f2d"/><path d="M${x - 352} ${y}a352 352 0 0 1 70-210" fill="none" stroke="#a0764a" stroke-width="9"/></g></svg>`
  const noise = await sharp({
    create: { width: 960, height: 720, channels: 3, background: '#808080', noise: { type: 'gaussian', mean: 128, sigma: 14 } },
  })
    .png()
    .toBuffer()
  return sharp(Buffer.from(svg)).composite([{ input: noise, blend: 'soft-light' }]).jpeg({ quality: 80 }).toBuffer()
}
