import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { z } from 'zod'
import { DEFAULT_SETTINGS } from '@verger/core'
import {
  checkChoices,
  pieceFileSchema,
  settingsSchema,
  stoneWriteSchema,
  tally,
  type BenchEvent,
} from './index'

const STONE = {
  kind: 'cabochon',
  outline: 'oval',
  length: 30,
  width: 22,
  depth: 7,
  wall: 2,
  mineral: 'labradorite',
} as const

describe('piece file', () => {
  it('takes a stone alone', () => {
    expect(pieceFileSchema.safeParse({ format: 'verger-piece', version: 1, stone: STONE }).success).toBe(true)
  })

  it.each([
    [{ format: 'other', version: 1, stone: STONE }, 'format'],
    [{ format: 'verger-piece', version: 2, stone: STONE }, 'version'],
    [{ format: 'verger-piece', version: 1, stone: { ...STONE, length: -1 } }, 'stone.length'],
    [{ format: 'verger-piece', version: 1, stone: { ...STONE, mineral: 'cheese' } }, 'stone.mineral'],
    [{ format: 'verger-piece', version: 1, stone: STONE, colour: 'red' }, ''],
  ])('refuses %#, naming the field', (file, path) => {
    const parsed = pieceFileSchema.safeParse(file)
    expect(parsed.error?.issues[0]?.path.join('.')).toBe(path)
  })

  it('checks options by the family’s own schema', () => {
    const bad = checkChoices(STONE, { family: 'bound-frame', options: { wires: 99 } })
    expect(bad.error?.issues.map((i) => i.path.join('.'))).toContain('wires')
  })

  it('trims names', () => {
    expect(stoneWriteSchema.parse({ name: '  x ', stone: STONE }).name).toBe('x')
  })
})

describe('what a setting must bear', () => {
  const read = (demands: object) => settingsSchema.safeParse({ ...DEFAULT_SETTINGS, demands })

  it('is read from an older workshop, whose knock and drop were multiples of the weight: these are left out, the rest kept', () => {
    const old = read({ worn: 4, shaken: 18, knocked: 90, dropped: 250 })
    expect(old.data?.demands).toEqual({ ...DEFAULT_SETTINGS.demands, worn: 4, shaken: 18 })
  })

  it.each([
    [{ worn: 30 }, 'demands'],
    [{ knock: 0 }, 'demands.knock'],
    [{ fall: 30 }, 'demands.fall'],
    [{ fingertip: -1 }, 'demands.fingertip'],
    [{ shaken: 'much' }, 'demands.shaken'],
  ])('refuses %j, naming the field', (change, path) => {
    const wrong = read({ ...DEFAULT_SETTINGS.demands, ...change })
    expect(wrong.error?.issues[0]?.path.join('.')).toBe(path)
  })
})

describe('tally', () => {
  const event = (id: string, kind: BenchEvent['kind'], value?: string | number): BenchEvent => ({
    id: id.padEnd(16, '0'),
    kind,
    subject: 'bind-foot',
    at: `2026-01-01T00:00:${id.slice(-2).padStart(2, '0')}Z`,
    ...(value === undefined ? {} : { value }),
  })
  const events = [
    event('a01', 'turn'),
    event('a02', 'turn'),
    event('a03', 'undo', 'a01'.padEnd(16, '0')),
    event('a04', 'time', 5),
    event('a05', 'time', 7),
    event('a06', 'cut', 270),
    event('a07', 'cut', 265),
  ]

  it('counts turns that are not undone, once each, in any order and however often received', () => {
    const shuffled = tally([...events, ...events].reverse())
    expect(shuffled.turns).toEqual(tally(events).turns)
    expect(shuffled.time).toEqual(tally(events).time)
    expect(tally(events).turns).toEqual({ 'bind-foot': 1 })
    expect(tally(events).time).toEqual({ 'bind-foot': 12 })
    expect(tally(events).cut).toEqual({ 'bind-foot': 265 })
  })
})

describe('published schema', () => {
  it('is the one in docs/schema', () => {
    const published = JSON.parse(readFileSync(join(__dirname, '../../docs/schema/piece.schema.json'), 'utf8'))
    expect(published).toEqual({
      $id: 'verger-piece-1',
      title: 'Verger piece file',
      ...z.toJSONSchema(pieceFileSchema),
    })
  })
})
