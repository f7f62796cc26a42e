/** Said when something was typed or scanned that is no tag. */
export const noTag = (text: string): string => `"${text}" is no tag. A tag is a letter, a hyphen and a number, for example B-07.`
