import { Type } from '@sinclair/typebox'
import { Line, object, oneOf } from './schema-builders'

/* Pictures and papers that lie beside a sheet; the sheet names them by their content. */

export const ATTACHMENT_TYPES = ['image/jpeg', 'application/pdf'] as const
/** As large as one may be: a scanned leaf, not the whole manual. */
export const MOST_ATTACHMENT_BYTES = 12 * 1024 * 1024

export const Attachment = object({
  name: Line,
  sha256: Type.String({ pattern: '^[0-9a-f]{64}$', description: 'Of its bytes: under this name it is kept beside the sheets.' }),
  type: oneOf(ATTACHMENT_TYPES),
  bytes: Type.Integer({ minimum: 1, maximum: MOST_ATTACHMENT_BYTES }),
}, 'A picture, or a paper such as a leaf of the manual.')

export const attachments = (most: number) => Type.Optional(Type.Array(Attachment, { minItems: 1, maxItems: most }))
