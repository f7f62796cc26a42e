/** Gives a file to the person. */
export function saveFile(name: string, content: Blob): void {
  const address = URL.createObjectURL(content)
  const link = Object.assign(window.document.createElement('a'), { href: address, download: name })
  link.click()
  URL.revokeObjectURL(address)
}

/** Gives a document to the person as a file. */
export const saveJson = (name: string, document: unknown): void =>
  saveFile(name, new Blob([JSON.stringify(document, null, 2)], { type: 'application/json' }))
