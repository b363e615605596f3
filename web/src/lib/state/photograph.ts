// A photograph made small enough to keep, before it leaves the browser: a canvas knows nothing of
// where or when it was taken.

export const SIDE_PX = 1280
const QUALITY = 0.8

/** Width and height with the longer side at most `side`, and never larger than they are. */
export function fitted(width: number, height: number, side = SIDE_PX): [number, number] {
  const scale = Math.min(1, side / Math.max(width, height))
  return [Math.max(1, Math.round(width * scale)), Math.max(1, Math.round(height * scale))]
}

/** The photograph as it is sent. Throws a sentence for what the browser cannot read as one. */
export async function scaled(file: Blob & { name?: string }): Promise<Blob> {
  let image: ImageBitmap
  try {
    image = await createImageBitmap(file, { imageOrientation: 'from-image' })
  } catch {
    throw new Error(`“${file.name ?? 'this'}” cannot be read as a photograph: JPEG, PNG or WebP`)
  }
  const [width, height] = fitted(image.width, image.height)
  const canvas = document.createElement('canvas')
  canvas.width = width
  canvas.height = height
  const pen = canvas.getContext('2d')
  if (pen === null) throw new Error('This browser cannot draw a photograph.')
  pen.fillStyle = 'white' // what is clear in a PNG
  pen.fillRect(0, 0, width, height)
  pen.drawImage(image, 0, 0, width, height)
  image.close()
  const made = await new Promise<Blob | null>((done) => canvas.toBlob(done, 'image/jpeg', QUALITY))
  if (made === null) throw new Error('This photograph cannot be made smaller here.')
  return made
}
