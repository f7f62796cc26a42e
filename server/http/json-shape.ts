const [QUOTE, BACKSLASH, COMMA] = [0x22, 0x5c, 0x2c]
const OPENS = new Set([0x5b, 0x7b])
const CLOSES = new Set([0x5d, 0x7d])

/**
 * How deep JSON is nested and how many values it holds, read off its bytes in one go: what is too much is known before anything is made of
 * it.
 * @example shapeOf(Buffer.from('{"a":[1,2]}')) // { depth: 2, values: 2 }
 */
export function shapeOf(bytes: Uint8Array): { depth: number, values: number } {
  let [depth, deepest, values, isText] = [0, 0, 1, false]
  for (let i = 0; i < bytes.length; i++) {
    const byte = bytes[i]!
    if (isText) {
      if (byte === BACKSLASH) i++
      else if (byte === QUOTE) isText = false
    } else if (byte === QUOTE) {
      isText = true
    } else if (byte === COMMA) {
      values++
    } else if (OPENS.has(byte)) {
      deepest = Math.max(deepest, ++depth)
    } else if (CLOSES.has(byte)) {
      depth--
    }
  }
  return { depth: deepest, values }
}
