/** Hands a text to the browser as a download. */
export const saveFile = (name: string, text: string, type: string): void =>
  saveBlob(name, new Blob([text], { type }))

/** Hands what is in a blob to the browser as a download. */
export function saveBlob(name: string, blob: Blob): void {
  const url = URL.createObjectURL(blob)
  const link = document.createElement('a')
  link.href = url
  link.download = name
  link.click()
  setTimeout(() => URL.revokeObjectURL(url), 10_000)
}
