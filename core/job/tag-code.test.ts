import { describe, expect, it } from 'vitest'
import { readTagCode, tagCode } from '.'

describe('the code of a label', () => {
  it('is read back, and a bare tag too', () => {
    expect(readTagCode(tagCode(214, 'B-07'))).toEqual({ jobNumber: 214, tag: 'B-07' })
    expect(readTagCode(' b-7 ')).toEqual({ jobNumber: null, tag: 'B-7' })
    for (const text of ['', 'B07', 'N/B-07', 'N214', 'https://elsewhere/B-07']) expect(readTagCode(text)).toBeNull()
  })
})
