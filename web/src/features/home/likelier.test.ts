import type { Stone } from '@verger/core'
import { likelier } from './likelier'

const stone = (length: number, width: number, depth: number): Stone => ({
  kind: 'cabochon',
  outline: 'oval',
  length,
  width,
  depth,
  mineral: 'agate',
})

describe('measures in another order than they are asked', () => {
  it('are suspected where a stone would be thicker than it is wide, and offered the likelier way round', () => {
    expect(likelier(stone(30, 7, 22))).toEqual({ length: 30, width: 22, depth: 7 })
    expect(likelier(stone(7, 30, 22))).toEqual({ length: 30, width: 22, depth: 7 })
  })

  it('are left alone where they may well be as they are', () => {
    expect(likelier(stone(30, 22, 7))).toBeUndefined()
    // wider than long: a stone set across
    expect(likelier(stone(22, 30, 7))).toBeUndefined()
    expect(likelier(stone(12, 12, 12))).toBeUndefined()
  })
})
