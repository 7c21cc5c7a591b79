import { numberOf, type CutList } from '@verger/core'
import { Figure } from '../../ui/Figure.js'
import { sayLength, useSettings } from '../../app/workshop.js'

const GIRTHS = { edge: 'edge girth', length: 'girth lengthwise', width: 'girth crosswise' } as const

/** What the other schools would cut for the longest wire, and what that leaves over or lacks. */
export function Schools({ cut }: { cut: CutList }) {
  const settings = useSettings()
  const { school } = settings
  const wire = [...cut.wires].sort((a, b) => numberOf(b.length) - numberOf(a.length))[0]!
  const names = {
    girth: `${school.times} × the ${GIRTHS[school.girth]}`,
    fixed: 'the fixed length',
  } as const
  return (
    <p className="text-[15px] text-soft" data-testid="schools">
      {school.kind === 'path' ? 'Cut by the path. ' : `Cut by ${names[school.kind]}. `}
      The longest wire takes <Figure name="Longest wire, by its path" q={wire.length} />;{' '}
      {wire.schools.map((s, i) => {
        const over = numberOf(s.over)
        return (
          <span key={s.kind}>
            {i > 0 && '; '}
            {names[s.kind as 'girth' | 'fixed']} is{' '}
            <Figure name={`By ${names[s.kind as 'girth' | 'fixed']}`} q={s.length} digits={0} />,{' '}
            <span className={over < 0 ? 'text-red' : ''}>
              <Figure
                name={over < 0 ? 'Lacking' : 'Left over'}
                q={s.over}
                said={sayLength(Math.abs(over), settings, 0)}
              />{' '}
              {over < 0 ? 'lacking' : 'over'}
            </span>
          </span>
        )
      })}
      .
    </p>
  )
}
