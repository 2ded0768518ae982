/** Put a text on the clipboard. Returns the sentence to show. */
export async function copyText(text: string, what: string): Promise<string> {
  try {
    await navigator.clipboard.writeText(text)
    return `${what} is on the clipboard.`
  } catch {
    return 'The browser does not let me reach the clipboard. Allow it for this page and copy again.'
  }
}

const SCALE = 3

/** Save a drawing as a PNG file, large enough to print. Returns the sentence to show. */
export async function savePng(svg: string, name: string): Promise<string> {
  const image = new Image()
  image.src = `data:image/svg+xml;charset=utf-8,${encodeURIComponent(svg)}`
  await image.decode()
  const canvas = document.createElement('canvas')
  canvas.width = image.width * SCALE
  canvas.height = image.height * SCALE
  const paper = canvas.getContext('2d')
  if (!paper) return 'This browser cannot draw a PNG. Copy the picture as SVG instead.'
  paper.fillStyle = '#ffffff'
  paper.fillRect(0, 0, canvas.width, canvas.height)
  paper.drawImage(image, 0, 0, canvas.width, canvas.height)
  const link = document.createElement('a')
  link.href = canvas.toDataURL('image/png')
  link.download = name
  link.click()
  return `Saved as ${name}.`
}
