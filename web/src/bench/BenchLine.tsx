import type { Events, Me } from '@verger/contract'
import { useQueryClient } from '@tanstack/react-query'
import { useEffect, useState, useSyncExternalStore } from 'react'
import { Link } from 'react-router'
import { awaySince, outdated, useWatched } from '../app/reach.js'
import { keeperOf } from '../app/keeper.js'
import type { Kept } from './queue.js'
import { RACK } from '../app/rackKey.js'
import { eventsKey, outboxOf, takeIn } from './useBench.js'

/**
 * Sends what waits of every piece from whatever page is open, and tells of it: since when the server is away and how many counts wait, and
 * what it refused, with a way on.
 */
export function BenchLine({ me }: { me: Me }) {
  const client = useQueryClient()
  const box = outboxOf(keeperOf(me))
  const { unsent, refused, unkept } = useSyncExternalStore(box.subscribe, box.snapshot)
  useEffect(() => {
    box.pages = {
      // of a piece that no page shows nothing needs to come back
      lastOf: (piece) => client.getQueryData<Events>(eventsKey(piece))?.last ?? Number.MAX_SAFE_INTEGER,
      onAnswer: (piece, answer, sent) => {
        if ([...sent, ...answer.events].some((e) => e.kind === 'cut' || e.kind === 'undo'))
          for (const queryKey of [RACK, ['work']]) void client.invalidateQueries({ queryKey })
        if (client.getQueryData(eventsKey(piece)) === undefined) return
        client.setQueryData<Events>(eventsKey(piece), takeIn(client, piece, answer))
        if (answer.more) void client.invalidateQueries({ queryKey: eventsKey(piece) })
      },
    }
    // what was shown of before is looked at again once the server is back
    const again = () => void client.invalidateQueries()
    window.addEventListener('verger-reached', again)
    const stop = box.start()
    return () => {
      window.removeEventListener('verger-reached', again)
      stop()
    }
  }, [box, client])
  const away = useWatched(awaySince)
  const old = useWatched(outdated)
  if (away === undefined && refused.length === 0 && !unkept && !old) return null
  return (
    <div
      className="border-b border-amber bg-amber-wash px-4 py-1.5 text-[16px] print:hidden"
      data-testid="bench-line"
    >
      {away !== undefined && (
        <p className="m-0" role="status">
          <span className="text-amber" aria-hidden>
            ▲{' '}
          </span>
          Without the workshop’s server since{' '}
          {new Date(away).toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit' })}.{' '}
          {unsent.length === 0
            ? 'Nothing waits to be sent.'
            : `${unsent.length} ${unsent.length === 1 ? 'count waits' : 'counts wait'} here and will be sent.`}
        </p>
      )}
      {old && (
        <p className="m-0" role="alert">
          <span className="text-amber" aria-hidden>
            ▲{' '}
          </span>
          Verger was renewed since this page was opened.{' '}
          {unsent.length > 0 && 'Counts that wait here are kept and sent afterwards. '}
          <button
            type="button"
            className="border-0 bg-transparent p-0 font-semibold text-copper underline"
            onClick={() => window.location.reload()}
          >
            Load it anew
          </button>
        </p>
      )}
      {unkept && (
        <p className="m-0 text-red" role="alert">
          ✕ This browser keeps nothing between visits: do not close the page while counts wait.
        </p>
      )}
      {refused.map((k) => (
        <Refused key={k.event.id} kept={k} onSettle={(value) => void box.settle(k, value)} />
      ))}
    </div>
  )
}

/** Something the server will not take: it is still here, and can be mended, sent again or thrown away. */
function Refused({ kept, onSettle }: { kept: Kept; onSettle: (value?: string | number) => void }) {
  const { event, piece, refused } = kept
  const isText = event.kind === 'note' || event.kind === 'reason'
  const [text, setText] = useState(String(event.value ?? ''))
  return (
    <div className="flex flex-wrap items-center gap-x-3 gap-y-1" role="alert">
      <span className="min-w-0">
        <span className="text-red" aria-hidden>
          ✕{' '}
        </span>
        {isText ? 'A note' : `What was recorded (${event.kind})`} was not taken: {refused}.{' '}
        <Link className="text-copper underline" to={`/pieces/${piece}/wrap?step=${event.subject}`}>
          Where it belongs
        </Link>
      </span>
      {isText && (
        <textarea
          className="plain h-16 w-full max-w-xl"
          aria-label="The note that was not taken"
          value={text}
          maxLength={4000}
          onChange={(e) => setText(e.target.value)}
        />
      )}
      {isText && (
        <button
          type="button"
          className="btn py-1"
          disabled={text.trim() === '' || text.length > 2000}
          onClick={() => onSettle(text.trim())}
        >
          Send it so
        </button>
      )}
      <button type="button" className="btn py-1" onClick={() => onSettle()}>
        Throw it away
      </button>
    </div>
  )
}
