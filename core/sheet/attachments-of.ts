import type { Attachment, SheetDocument } from './schema'

/** A picture or paper of a sheet, and the thing that it is of; `sheet` for the machine as a whole. */
export interface AttachmentAt { list: 'sheet' | 'parts' | 'steps', key: string, attachment: Attachment }

/**
 * Everything that lies beside a sheet, in its order: of the machine, its parts, its steps.
 *
 * @example attachmentsOf(sheet).map(({ attachment }) => attachment.name)
 */
export const attachmentsOf = ({ attachments = [], parts, steps }: SheetDocument): AttachmentAt[] => [
  ...attachments.map(attachment => ({ list: 'sheet' as const, key: '', attachment })),
  ...([['parts', parts], ['steps', steps]] as const).flatMap(([list, things]) =>
    things.flatMap(({ key, attachments: own = [] }) => own.map(attachment => ({ list, key, attachment })))),
]
