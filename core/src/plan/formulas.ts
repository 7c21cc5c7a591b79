import { cutFormulas } from '../cut/index.js'
import { priceFormulas, pricingFormulas } from '../price/index.js'
import { loadedFamilies } from '../settings/index.js'
import { sizeFormulas } from '../sizes/index.js'
import { groupFormulas, stoneFormulas } from '../stone/index.js'
import { weaveFormulas } from '../weave/index.js'
import type { Formulas } from '../working/index.js'
import { holdFormulas } from './holdWorking.js'
import { planFormulas } from './plan.js'

const SHARED: Formulas = Object.assign(
  {},
  stoneFormulas,
  groupFormulas,
  sizeFormulas,
  weaveFormulas,
  cutFormulas,
  priceFormulas,
  pricingFormulas,
  holdFormulas,
  planFormulas,
) as Formulas

/** Every formula that a shown figure can come from, by code: those that all settings share, and those of the families that are loaded. */
export const knownFormulas = (): Formulas =>
  Object.assign({}, SHARED, ...loadedFamilies().map((f) => f.formulas)) as Formulas
