/** Hands a file to the person at the screen. */
export function saveFile(name: string, content: Uint8Array | Blob): void {
  const address = URL.createObjectURL(new Blob([content as Uint8Array<ArrayBuffer> | Blob]))
  const link = document.createElement('a')
  link.href = address
  link.download = name
  link.click()
  // the download has its own hold of the content by then
  setTimeout(() => URL.revokeObjectURL(address), 60_000)
}
