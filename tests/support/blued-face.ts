import sharp from 'sharp'

/** A made-up photo of a blued bearing face as a JPEG: stripes of a known share, a lamp on one side, grain, a table round it. */
export async function bluedFace(width: number, height: number, share: number): Promise<Buffer> {
  const bytes = Buffer.alloc(width * height * 3)
  let seed = 1
  const grain = () => {
    seed = (seed * 1_103_515_245 + 12_345) % 2_147_483_648
    return (seed / 2_147_483_648 - 0.5) * 16
  }
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      // The face fills what the corners of the screen start with.
      const [u, v] = [(x / width - 0.15) / 0.7, (y / height - 0.15) / 0.7]
      const onFace = u >= 0 && u < 1 && v >= 0 && v < 1
      const colour = !onFace ? [96, 84, 70] : (u * 14) % 1 < share ? [66, 86, 176] : [196, 192, 186]
      const light = 0.5 + 0.5 * x / width
      for (let channel = 0; channel < 3; channel++)
        bytes[(y * width + x) * 3 + channel] = Math.max(0, Math.min(255, colour[channel]! * light + grain()))
    }
  }
  return sharp(bytes, { raw: { width, height, channels: 3 } }).jpeg({ quality: 88 }).toBuffer()
}
