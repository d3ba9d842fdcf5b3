/** Pictures, decoded rather than believed by their first bytes. */
import { decode } from 'fast-png'

/** The largest side of a picture [pixels]. */
const LARGEST = 1024
/** Where a PNG says its size: after its signature and the head of its first chunk (ISO/IEC 15948, 11.2.2). */
const SIZE_AT = 16

/** Why the bytes are no picture that is kept; null when they are one. */
export function pictureFault(bytes: Uint8Array): string | null {
  if (bytes.length < SIZE_AT + 8) return 'A picture must be a PNG file.'
  const head = new DataView(bytes.buffer, bytes.byteOffset)
  // before anything is unpacked, which may be a thousand times as large
  if (head.getUint32(SIZE_AT) > LARGEST || head.getUint32(SIZE_AT + 4) > LARGEST)
    return `A picture must be a PNG file of at most ${LARGEST} by ${LARGEST} pixels.`
  try {
    decode(bytes, { checkCrc: true })
    return null
  } catch {
    return 'A picture must be a PNG file; this one cannot be decoded.'
  }
}
