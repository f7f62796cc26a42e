/** Gives a document to the person as a file. */
export function saveJson(name: string, document: unknown): void {
  const address = URL.createObjectURL(new Blob([JSON.stringify(document, null, 2)], { type: 'application/json' }))
  const link = Object.assign(window.document.createElement('a'), { href: address, download: name })
  link.click()
  URL.revokeObjectURL(address)
}
