import { chooseOne, DEFAULT_SETTINGS, FAMILIES, isChosen, type Plan, type Stone } from '@verger/core'
import { renderToStaticMarkup } from 'react-dom/server'
import { SettingsSheet } from './SettingsSheet.js'
import { StepsSheet } from './StepsSheet.js'

/** Every step of a plan as markup, for `npm run steps`: not part of the app. */
export const stepsSheet = (plan: Plan): string => renderToStaticMarkup(<StepsSheet plan={plan} />)

/** Every setting of a stone, worn in every way, as markup, for `npm run settings`. */
export function settingsSheet(stone: Stone): string {
  const wish = { alloy: 'copper' }
  const list = FAMILIES.flatMap((f) =>
    f.worn.map((worn) =>
      chooseOne({ stone, family: f.id, wish: { ...wish, worn }, settings: DEFAULT_SETTINGS }),
    ),
  ).filter(isChosen)
  return renderToStaticMarkup(<SettingsSheet stone={stone} list={list} />)
}
