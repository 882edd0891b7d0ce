/** Gives a text that was made on this page to the browser to be saved under a name. */
export function saveFile(text: string, name: string, type: string): void {
  const address = URL.createObjectURL(new Blob([text], { type }))
  const link = document.createElement('a')
  link.href = address
  link.download = name
  link.click()
  // The browser has taken hold of it by the next turn of its loop.
  setTimeout(() => URL.revokeObjectURL(address))
}
