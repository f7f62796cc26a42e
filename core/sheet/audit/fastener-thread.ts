import { partOf } from '../sheet-index'
import type { Found, Rule } from './finding'

const THREAD = /\bM(\d+(?:\.\d+)?)\b/

/** The fastener that a joint names has the thread of the joint. */
export const fastenerThread: Rule = {
  name: 'fastener-thread',
  source: 'general practice',
  find: sheet => sheet.joints.flatMap(({ key, name, thread, fastener }): Found[] => {
    const part = partOf(sheet, fastener)
    const [, said] = THREAD.exec(part.name) ?? []
    const [, is] = THREAD.exec(thread.replace(/[x×]/, ' ')) ?? []
    return said && is && said !== is
      ? [{ list: 'joints' as const, key, field: 'thread', severity: 'wrong' as const, sentence: `${name} is ${thread}, its fasteners are "${part.name}".` }]
      : []
  }),
}
