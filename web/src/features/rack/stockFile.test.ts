import { columnsOf, dryRun, readList, sizeOf } from './stockFile'

const LIST = `Material;Gauge;Shape;Hardness;Length (m);Where
Copper;20;square;half hard;7,5;top hook
sterling;0,81 mm;half round;soft;0,42;
Bronze;0.032";round;;2;
unobtainium;20;round;soft;3;
copper;77;round;soft;3;
copper;22;star;soft;3;
copper;22;round;soft;a lot;`

describe('a maker’s own list of wire', () => {
  it('has its columns found by how they are called', () => {
    const { heads } = readList(LIST)
    expect(columnsOf(heads)).toEqual({
      metal: 'Material',
      size: 'Gauge',
      profile: 'Shape',
      temper: 'Hardness',
      length: 'Length (m)',
      name: 'Where',
    })
  })

  it('is looked through line by line before anything is taken: what can be, and why the rest cannot', () => {
    const { heads, lines } = readList(LIST)
    const run = dryRun(lines, columnsOf(heads), 'mm')
    expect(run.flatMap((l) => ('item' in l ? [l.item] : []))).toEqual([
      {
        form: 'spool',
        stock: { alloy: 'copper', size: '20 AWG', profile: 'square', temper: 'half hard' },
        name: 'top hook',
        length: 7500,
      },
      {
        form: 'length',
        stock: { alloy: 'sterling silver', size: '20 AWG', profile: 'half-round', temper: 'dead soft' },
        name: '',
        length: 420,
      },
      {
        form: 'length',
        stock: { alloy: 'bronze', size: '20 AWG', profile: 'round', temper: 'dead soft' },
        name: '',
        length: 2000,
      },
    ])
    expect(run.flatMap((l) => ('why' in l ? [[l.row, l.why]] : []))).toEqual([
      [5, '"unobtainium" is no metal that is known'],
      [6, '"77" is no size that is sold'],
      [7, '"star" is not round, square or half-round'],
      [8, '"a lot" is no length'],
    ])
  })

  it('takes a weight where there is no length: 46.4 g of copper of 0.81 mm round are ten metres', () => {
    const { heads, lines } = readList('metal,awg,grams\ncopper,20,46.4')
    const [line] = dryRun(lines, columnsOf(heads), 'mm')
    expect('item' in line! && line.item.length).toBeCloseTo(10_000, -2)
  })

  it('knows gauges, millimetres and inches, and no size that nobody sells', () => {
    expect(['20', '20ga', '20 AWG', '0.8 metric', '0,3mm', '.0201"'].map(sizeOf)).toEqual([
      '20 AWG',
      '20 AWG',
      '20 AWG',
      '0.8 metric',
      '0.3 metric',
      '24 AWG',
    ])
    expect(['', 'thin', '1.38 mm', '99'].map(sizeOf)).toEqual([undefined, undefined, undefined, undefined])
    expect(() => readList('hello')).toThrow('This is no list')
  })
})
