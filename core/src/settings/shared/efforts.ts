import { leaf, type Quantity } from '../../working/index.js'

/** A number that the family itself fixes. */
export const fixed = (name: string, n: number): Quantity => leaf('table', name, n, '', 'the family')
