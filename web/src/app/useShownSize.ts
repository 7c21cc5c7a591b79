import { useLayoutEffect, useState, type RefObject } from 'react'

/** How large an element is shown, px; undefined until it is. */
export function useShownSize(
  of: RefObject<Element | null>,
): { readonly width: number; readonly height: number } | undefined {
  const [size, setSize] = useState<{ readonly width: number; readonly height: number }>()
  useLayoutEffect(() => {
    const element = of.current
    if (!element) return
    const look = () => {
      const { width, height } = element.getBoundingClientRect()
      if (width > 0 && height > 0) setSize({ width, height })
    }
    look()
    const watch = new ResizeObserver(look)
    watch.observe(element)
    return () => watch.disconnect()
  }, [of])
  return size
}
