import type { Me, Role } from '@verger/contract'
import { useMutation, useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { api } from '../../app/api.js'
import { Choice } from '../../ui/Rows.js'

/** Who works here, and how an owner invites more. */
export function Makers({ me }: { me: Me }) {
  const makers = useQuery({ queryKey: ['makers'], queryFn: api.makers })
  const [role, setRole] = useState<Role>('maker')
  const invite = useMutation({ mutationFn: () => api.invite({ role }) })
  return (
    <section aria-label="Makers">
      <h2 className="text-2xl">Who works here</h2>
      <ul className="m-0 list-none p-0">
        {makers.data?.map((m) => (
          <li key={m.id} className="flex justify-between gap-4 border-b border-line py-2">
            <span className="min-w-0">
              <strong>{m.name}</strong> <span className="break-all text-soft">{m.email}</span>
            </span>
            <span className="text-soft">{m.role}</span>
          </li>
        ))}
      </ul>
      {me.maker.role === 'owner' ? (
        <>
          <Choice
            name="Invite somebody as"
            value={role}
            options={[
              ['maker', 'maker'],
              ['owner', 'owner'],
            ]}
            onChange={setRole}
          />
          <button
            type="button"
            className="btn mt-3"
            onClick={() => invite.mutate()}
            disabled={invite.isPending}
          >
            Make an invitation
          </button>
          {invite.data && (
            <label className="mt-3 block">
              <span className="text-soft">Send this address; it works once, for a week:</span>
              <input
                className="plain"
                readOnly
                aria-label="Invitation address"
                value={`${window.location.origin}/join/${invite.data.token}`}
                onFocus={(e) => e.target.select()}
              />
            </label>
          )}
          {invite.isError && (
            <p className="mt-2 text-red" role="alert">
              ✕ {invite.error.message}
            </p>
          )}
        </>
      ) : (
        <p className="mt-2 text-soft">An owner can invite more makers.</p>
      )}
    </section>
  )
}
