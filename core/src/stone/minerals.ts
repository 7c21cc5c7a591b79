/** What a mineral does not stand; the words live in text. */
export type Care =
  'porous' | 'water' | 'heat' | 'acid' | 'bath' | 'ultrasonic' | 'light' | 'pressing' | 'soft' | 'wash-hands'

/** A stone material. Density in g/cm³ and Mohs hardness as ranges; typical, uncited. */
export interface Mineral {
  readonly id: string
  readonly density: readonly [low: number, typical: number, high: number]
  readonly hardness: readonly [low: number, high: number]
  readonly care: readonly Care[]
  /** Body colour on the screen, and a deeper one for its shade. */
  readonly colour: readonly [light: string, body: string, deep: string]
}

export const MINERAL_SOURCE = 'typical, uncited'

const row = (
  id: string,
  density: readonly [number, number, number],
  hardness: readonly [number, number],
  care: string,
  colour: readonly [string, string, string],
): Mineral => ({ id, density, hardness, care: care === '' ? [] : (care.split(' ') as Care[]), colour })

/** The first table of forty. */
export const MINERALS: readonly Mineral[] = [
  row('agate', [2.55, 2.61, 2.65], [6.5, 7], 'porous', ['#E2D6C6', '#B39A82', '#6E5A49']),
  row('amazonite', [2.55, 2.57, 2.6], [6, 6.5], 'pressing ultrasonic', ['#BDE5DC', '#5FB5A6', '#2B7469']),
  row('amber', [1.04, 1.07, 1.1], [2, 2.5], 'soft heat acid bath ultrasonic light', [
    '#F6D48A',
    '#D9922E',
    '#8A4E12',
  ]),
  row('amethyst', [2.63, 2.65, 2.68], [7, 7], 'light heat', ['#D8C4EE', '#8A62B8', '#4C2C75']),
  row('apatite', [3.1, 3.19, 3.25], [5, 5], 'soft acid heat ultrasonic', ['#B8E4EC', '#3F9DB5', '#1C5A6E']),
  row('aquamarine', [2.66, 2.72, 2.8], [7.5, 8], '', ['#DDF3F6', '#9BD3E0', '#5797A8']),
  row('aventurine', [2.62, 2.66, 2.69], [6.5, 7], '', ['#BFE0B9', '#5F9F63', '#2F6139']),
  row('azurite', [3.7, 3.8, 3.9], [3.5, 4], 'soft water acid bath heat ultrasonic wash-hands', [
    '#9DB4EC',
    '#2D4FA8',
    '#152A66',
  ]),
  row('bloodstone', [2.58, 2.61, 2.64], [6.5, 7], '', ['#7FA38B', '#2F5B45', '#17352A']),
  row('calcite', [2.69, 2.71, 2.73], [3, 3], 'soft acid bath heat ultrasonic pressing', [
    '#FBE0B5',
    '#E7AE66',
    '#A76D2C',
  ]),
  row('carnelian', [2.58, 2.61, 2.64], [6.5, 7], '', ['#F5B48E', '#C9552B', '#7A2A12']),
  row('chalcedony', [2.58, 2.61, 2.64], [6.5, 7], 'porous', ['#E3EAF2', '#AEBFD2', '#6C8098']),
  row('charoite', [2.54, 2.6, 2.68], [5, 6], 'soft acid', ['#D6B8E6', '#8B58AE', '#4F2A6B']),
  row('chrysoprase', [2.58, 2.61, 2.64], [6.5, 7], 'heat light', ['#C6F0CC', '#62BF85', '#2B7A4C']),
  row('citrine', [2.63, 2.65, 2.68], [7, 7], 'light heat', ['#FBE7A6', '#E2B03C', '#97690F']),
  row('fluorite', [3.16, 3.18, 3.2], [4, 4], 'soft heat acid ultrasonic pressing', [
    '#D2EBDD',
    '#86BDB0',
    '#5C5B93',
  ]),
  row('garnet', [3.5, 3.9, 4.3], [6.5, 7.5], 'heat', ['#DB8A8A', '#8E1F2D', '#4A0B15']),
  row('glass', [2.3, 2.5, 3.0], [5, 6], 'heat', ['#DDEBE8', '#93BDB8', '#4E7C78']),
  row('haematite', [5.1, 5.25, 5.3], [5.5, 6.5], '', ['#A9ADB3', '#565B63', '#26292E']),
  row('howlite', [2.53, 2.56, 2.59], [3.5, 3.5], 'soft porous acid bath ultrasonic', [
    '#F7F5F0',
    '#DCD8CE',
    '#9A958A',
  ]),
  row('jasper', [2.55, 2.63, 2.75], [6.5, 7], 'porous', ['#DDA98A', '#A85C3C', '#5E2E1C']),
  row('kyanite', [3.53, 3.61, 3.67], [4.5, 7], 'pressing ultrasonic', ['#B4CDEE', '#4A76B8', '#22406F']),
  row('labradorite', [2.65, 2.69, 2.72], [6, 6.5], 'pressing ultrasonic', ['#B9D2D6', '#5B8CA0', '#2B4A60']),
  row('lapis lazuli', [2.7, 2.8, 2.95], [5, 6], 'soft porous acid bath ultrasonic heat', [
    '#8FA5E0',
    '#28459B',
    '#12225A',
  ]),
  row('larimar', [2.74, 2.81, 2.9], [4.5, 5], 'soft heat acid light', ['#DDF3F7', '#8CCBDD', '#4A8DA5']),
  row('malachite', [3.75, 3.85, 4.0], [3.5, 4], 'soft water acid bath heat ultrasonic wash-hands', [
    '#8FD3AE',
    '#1F8256',
    '#0C4A30',
  ]),
  row('moonstone', [2.55, 2.58, 2.62], [6, 6.5], 'pressing heat ultrasonic', [
    '#F6F7FB',
    '#D3DAE8',
    '#94A1B8',
  ]),
  row('moss agate', [2.55, 2.61, 2.65], [6.5, 7], 'porous', ['#DCE7D6', '#8FAF8C', '#3E5F45']),
  row('obsidian', [2.33, 2.4, 2.6], [5, 5.5], 'heat', ['#7B7C82', '#2C2D33', '#0E0F13']),
  row('onyx', [2.58, 2.61, 2.64], [6.5, 7], '', ['#75737A', '#26242B', '#0B0A0F']),
  row('opal', [1.98, 2.1, 2.25], [5, 6.5], 'soft porous water heat acid bath ultrasonic pressing', [
    '#FBF3F4',
    '#DCDDE9',
    '#8FA0B8',
  ]),
  row('prehnite', [2.8, 2.88, 2.95], [6, 6.5], 'heat', ['#E9F3CB', '#B7D58B', '#7C9C4E']),
  row('rhodonite', [3.4, 3.55, 3.75], [5.5, 6.5], 'pressing acid', ['#F2B9C0', '#C75C70', '#772D3C']),
  row('rose quartz', [2.63, 2.65, 2.68], [7, 7], 'light', ['#FBE4E6', '#EDB7BE', '#B97784']),
  row('serpentine', [2.5, 2.6, 2.65], [2.5, 5.5], 'soft acid bath heat', ['#D9E6A8', '#9DB55C', '#5E7430']),
  row('sodalite', [2.15, 2.25, 2.4], [5.5, 6], 'acid heat ultrasonic', ['#A9B8EA', '#4A62AE', '#24346F']),
  row('tiger eye', [2.6, 2.66, 2.7], [6.5, 7], '', ['#F0CB7C', '#B07A2A', '#573510']),
  row('tourmaline', [3.0, 3.08, 3.25], [7, 7.5], 'heat ultrasonic', ['#BCE0C4', '#4E9B78', '#235A48']),
  row('turquoise', [2.4, 2.7, 2.85], [5, 6], 'soft porous heat acid bath ultrasonic light', [
    '#BFEAE6',
    '#4FB8B2',
    '#1F7A78',
  ]),
  row('unakite', [2.6, 2.75, 3.2], [6, 7], '', ['#DAC9A4', '#A98F66', '#5F6B41']),
]

/** A mineral by its id. @throws RangeError when it is not in the table */
export function mineral(id: string): Mineral {
  const found = MINERALS.find((m) => m.id === id)
  if (!found) throw new RangeError(`no mineral "${id}"`)
  return found
}
