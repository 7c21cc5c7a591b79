import type { Me } from '@verger/contract'
import { DEMANDS } from '@verger/core'
import { Frame } from '../../ui/Frame.js'

const PARTS: readonly (readonly [string, string])[] = [
  [
    'What touches',
    'Every wire is followed a millimetre at a time between the places where it is bound. Wherever it comes near the stone it may touch it. Nothing in a setting can say of itself that it holds: it has to come out of the shapes.',
  ],
  [
    'Is it caught?',
    'The stone is pushed in 26 ways, in small moves that may shift and turn it, and found again on the true surfaces after each. If it gets past the last wire it is out. Otherwise the way it went is its rattle. The same is done from every pose into which it can be turned.',
  ],
  [
    'What does each direction bear?',
    'Where the stone comes to rest, the largest force is found that the touching wires can balance without friction, in 162 directions and in the weakest of all. Each stretch of wire bears what bends a curved bar that is held at its two ends, never more than shears it; a wire pulled taut bears as a cable, until it stretches or its tie slips. Bends count a little harder than the straight wire.',
  ],
  [
    'What takes it out in the end?',
    'The stone is then pushed out step by step while the wires give way: as springs first, and for good when they yield, until it is let go. The most that takes is the pull that stands in the line. A wire that has to give by a hair only counts with a hair’s force.',
  ],
  [
    'What must it bear?',
    `Worn is ${DEMANDS.worn} times the stone’s weight (a run, with a margin), shaken ${DEMANDS.shaken} (eight times a second, by 8 cm). A fingertip pushes with ${DEMANDS.fingertip} N on a pendant and ${DEMANDS.fingertipRing} N on a ring, whatever the stone weighs. A knock is no force but a blow: a piece that swings against an edge at ${DEMANDS.knock} m/s brings half its mass times its speed squared, and the wires must take that while they give: the area under the push. So a stone of 10 g brings ${(5 * DEMANDS.knock ** 2).toFixed(1)} N mm; wires that let go at 8 N after half a millimetre take about 2 to 4, and a long springy reach takes more than a stiff short one. What a fall of ${DEMANDS.fall} m brings is told and decides nothing. Typical, uncited, on the careful side, and yours to change under Workshop.`,
  ],
  [
    'How sure is it?',
    'The same is asked of the piece as a hand makes it: every bend half a millimetre short (under 10 mm across, a twentieth of the stone’s smaller side), so that a reach of less holds nothing; a tenth of a millimetre of play all round; and both at once; always with the metal at the soft end of what it can be. Sound is what bears all that is asked then too. What bears it only as planned is weak. The first check, which answers at once, looks at fewer ways and asks a little more; it is marked as the first until the rest is there.',
  ],
  [
    'Shake it',
    'A rigid-body engine shakes the piece in space, the same way every time. Its wires do not give and nothing rubs in it: it shows whether the stone rattles, stays or gets away, and nothing of the force. Is it caught and Shake it are two ways to the same answer, and are tested against each other.',
  ],
  [
    'What is left out',
    'Friction and pre-load, which help; support of a wire by its neighbour; wear, and bending the same place again and again. Wires give one by one, by small amounts. Metal figures are typical, uncited, as wide ranges. What the mends promise is computed in the same way.',
  ],
]

/** How holding is judged, in plain words. */
export default function MethodPage({ me }: { me: Me }) {
  return (
    <Frame beside={<span className="text-lg text-soft">{me.workshop.name}</span>}>
      <article className="max-w-[68ch]">
        <h1 className="mt-2 text-[34px]">Will it hold? How it is worked out</h1>
        <p className="text-xl">
          An estimate of mechanics, not a certificate. The proof at the bench decides.
        </p>
        {PARTS.map(([name, text]) => (
          <section key={name}>
            <h2 className="mt-5 text-2xl">{name}</h2>
            <p className="m-0 text-lg">{text}</p>
          </section>
        ))}
      </article>
    </Frame>
  )
}
