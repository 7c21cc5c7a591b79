import { cutFormulas } from '../cut/index.js'
import { priceFormulas, pricingFormulas } from '../price/index.js'
import { FAMILIES } from '../settings/index.js'
import { sizeFormulas } from '../sizes/index.js'
import { groupFormulas, stoneFormulas } from '../stone/index.js'
import { weaveFormulas } from '../weave/index.js'
import type { Formulas } from '../working/index.js'
import { holdFormulas } from './holdWorking.js'
import { planFormulas } from './plan.js'

/** Every formula a shown figure can come from, by code. */
export const FORMULAS: Formulas = Object.assign(
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
  ...FAMILIES.map((f) => f.formulas),
) as Formulas
