import { readTagCode } from '#core'

/** The tag that was typed or scanned at the bench of a job, or the sentence why it is none of here. */
export function tagHere(text: string, jobNumber: number): { tag: string, problem: null } | { tag: null, problem: string } {
  const code = readTagCode(text)
  if (!code) return { tag: null, problem: `"${text}" is no tag. A tag is a letter, a hyphen and a number, for example B-07.` }
  if (code.jobNumber !== null && code.jobNumber !== jobNumber)
    return { tag: null, problem: `${code.tag} belongs to job ${code.jobNumber}, not to this one.` }
  return { tag: code.tag, problem: null }
}
