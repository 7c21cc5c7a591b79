/** A weave that is commonly made, in the notation of `parseWeave`. */
export interface KnownWeave {
  readonly id: string
  readonly name: string
  readonly text: string
}

/** Common weaves, each one repeat; more base wires make most of them wider. */
export const WEAVES: readonly KnownWeave[] = [
  { id: 'coil', name: 'coil on one wire', text: 'a: 1(1)' },
  { id: 'bound-pair', name: 'two bound together', text: 'a: 1(1-2)' },
  { id: 'bound-three', name: 'three bound together', text: 'a: 1(1-3)' },
  { id: 'eight', name: 'figure of eight', text: 'a: 8(1-2)' },
  { id: 'one-and-both', name: 'one, then both', text: 'a: 1(1) 1(1-2)' },
  { id: 'three-and-two', name: 'three on one, two on both', text: 'a: 3(1) 2(1-2)' },
  { id: 'six-and-three', name: 'six on one, three on both', text: 'a: 6(1) 3(1-2)' },
  { id: 'turn-about', name: 'left and right in turn', text: 'a: 2(1) 2(1-2) over(1-2) 2(2) under(1-2)' },
  { id: 'ladder-three', name: 'ladder over three', text: 'a: 2(1) 2(1-2) 2(1-3)' },
  { id: 'eight-three', name: 'eight over three, two and one', text: 'a: 8(1-3)' },
  {
    id: 'plain-three',
    name: 'plain weave on three',
    text: 'a: over(1) under(2) over(3) under(3) over(2) under(1)',
  },
  {
    id: 'plain-four',
    name: 'plain weave on four',
    text: 'a: over(1) under(2) over(3) under(4) over(4) under(3) over(2) under(1)',
  },
  { id: 'twill-four', name: 'two over, two under', text: 'a: over(1-2) under(3-4) over(3-4) under(1-2)' },
  {
    id: 'slanted-three',
    name: 'slanted: two over, one back, on three',
    text: 'a: over(1-2) under(2) over(2-3) under(1-3)',
  },
  {
    id: 'slanted-four',
    name: 'slanted: two over, one back, on four',
    text: 'a: over(1-2) under(2) over(2-3) under(3) over(3-4) under(1-4)',
  },
  { id: 'eight-and-coil', name: 'figure of eight and coils', text: 'a: 8(1-2) 3(1)' },
  { id: 'two-weavers', name: 'two weavers side by side', text: 'a: 2(1) 1(1-2)\nb: 2(2) 1(2-3)' },
  { id: 'double-eight', name: 'two eights over three wires', text: 'a: 8(1-2)\nb: 8(2-3)' },
  { id: 'square-knots', name: 'square knots', text: 'ab: knot(1-2)' },
  { id: 'half-knots', name: 'spiral of half knots', text: 'ab: half(1-2) half(1-2)' },
  { id: 'chain-edge', name: 'loop through loop along the edge', text: 'a: loop(1)' },
  { id: 'chain-both', name: 'loops through loops round two', text: 'a: loop(1-2) 2(1-2)' },
  { id: 'twisted-pair', name: 'two wires twisted', text: 'twist: 1(1-2)' },
  { id: 'twisted-three', name: 'three wires twisted', text: 'twist: 1(1-3)' },
  { id: 'bound-and-twisted', name: 'bound, then twisted', text: 'a: 4(1-2)\ntwist: 2(1-2)' },
]
