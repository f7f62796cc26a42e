/** A text with its first letter as a capital: how a sentence starts. */
export const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1)
