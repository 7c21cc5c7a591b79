/**
 * A memory of the last few answers by key. Not a WeakMap: its entries outlive every small collection, so that a plan made on
 * each keystroke would keep its predecessors alive for seconds and stall on the large ones; a short list is forgotten whole.
 * @example remember<object, number>(64)(unitCube, () => meshVolume(unitCube)) // 1
 */
export function remember<K, V>(most: number): (key: K, make: () => V) => V {
  const known = new Map<K, V>()
  return (key, make) => {
    const old = known.get(key)
    if (old !== undefined || known.has(key)) return old as V
    const value = make()
    if (known.size >= most) known.clear()
    known.set(key, value)
    return value
  }
}
