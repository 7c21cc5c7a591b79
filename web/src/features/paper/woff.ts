/** Bytes of a font's header and of one entry in its list of tables: WOFF 1.0 (W3C recommendation) and the plain font inside it. */
const WOFF_HEADER = 44
const WOFF_ENTRY = 20
const FONT_HEADER = 12
const FONT_ENTRY = 16
const SIGNATURE = 0x774f4646

async function inflated(bytes: Uint8Array<ArrayBuffer>): Promise<Uint8Array> {
  const stream = new Blob([bytes]).stream().pipeThrough(new DecompressionStream('deflate'))
  return new Uint8Array(await new Response(stream).arrayBuffer())
}

/**
 * The plain font inside a WOFF 1.0 file, which a PDF embeds: the same tables, unpacked.
 * @throws RangeError when it is no such file
 */
export async function plainFont(woff: ArrayBuffer): Promise<Uint8Array> {
  const view = new DataView(woff)
  if (woff.byteLength < WOFF_HEADER || view.getUint32(0) !== SIGNATURE)
    throw new RangeError('not a WOFF font')
  const count = view.getUint16(12)
  const tables = await Promise.all(
    Array.from({ length: count }, async (_, i) => {
      const at = WOFF_HEADER + WOFF_ENTRY * i
      const [tag, offset, packed, length, sum] = [0, 4, 8, 12, 16].map((k) => view.getUint32(at + k)) as [
        number,
        number,
        number,
        number,
        number,
      ]
      const bytes = new Uint8Array(woff, offset, packed)
      return { tag, sum, data: packed < length ? await inflated(bytes.slice()) : bytes }
    }),
  )
  const padded = (n: number) => Math.ceil(n / 4) * 4
  const first = FONT_HEADER + FONT_ENTRY * count
  const out = new Uint8Array(first + tables.reduce((n, t) => n + padded(t.data.length), 0))
  const to = new DataView(out.buffer)
  const power = 2 ** Math.floor(Math.log2(count))
  to.setUint32(0, view.getUint32(4))
  to.setUint16(4, count)
  to.setUint16(6, power * 16)
  to.setUint16(8, Math.log2(power))
  to.setUint16(10, count * 16 - power * 16)
  let offset = first
  tables.forEach(({ tag, sum, data }, i) => {
    const at = FONT_HEADER + FONT_ENTRY * i
    ;[tag, sum, offset, data.length].forEach((v, k) => to.setUint32(at + 4 * k, v))
    out.set(data, offset)
    offset += padded(data.length)
  })
  return out
}
