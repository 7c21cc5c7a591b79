import sharp from 'sharp'
import { Line } from '../http/line.js'
import { ProblemError } from '../http/problem.js'

/** Longest side of a kept picture and of its small copy, px. */
const LARGE = 1600
const SMALL = 160
/** Pixels that a picture may have before it is looked at: a small file can unfold into a very large one. */
const MOST_PIXELS = 60_000_000
const TAKEN = ['jpeg', 'png', 'webp', 'avif', 'heif'] as const

/** One picture at a time, on one thread, and none kept in memory: reading and listing go on meanwhile. */
const line = new Line(1, 12, 'Many pictures are being made just now')
sharp.concurrency(1)
sharp.cache(false)

export interface Photo {
  readonly large: Buffer
  readonly small: Buffer
}

/**
 * A picture made anew as JPEG, turned as the camera meant it, with everything beside the picture left out: place, time, camera.
 * @throws ProblemError 400 in words where it is no picture, or too large a one
 */
export async function reencode(bytes: unknown): Promise<Photo> {
  const refuse = (detail: string) =>
    new ProblemError(400, 'This picture cannot be used', detail, [{ path: 'picture', message: detail }])
  if (!Buffer.isBuffer(bytes) || bytes.length === 0)
    throw refuse('Send a JPEG, PNG or WebP picture of up to 12 MB.')
  return line.run(() => made(bytes, refuse))
}

async function made(bytes: Buffer, refuse: (detail: string) => ProblemError): Promise<Photo> {
  try {
    const input = () => sharp(bytes, { limitInputPixels: MOST_PIXELS, failOn: 'error' })
    const { format } = await input().metadata()
    if (!TAKEN.some((t) => t === format)) throw new Error('another format')
    // metadata is dropped unless it is asked for; the turn that it told is taken into the pixels first
    const sized = (side: number, quality: number) =>
      input()
        .rotate()
        .resize(side, side, { fit: 'inside', withoutEnlargement: true })
        .flatten({ background: '#ffffff' })
        .jpeg({ quality, mozjpeg: true })
        .toBuffer()
    return { large: await sized(LARGE, 82), small: await sized(SMALL, 76) }
  } catch {
    throw refuse('It is no JPEG, PNG or WebP that can be read. Save it as JPEG and try again.')
  }
}
