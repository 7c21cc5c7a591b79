import type { InviteMade, MakerRow, Me, Role } from '@verger/contract'
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { api } from '../../app/api.js'
import { Choice } from '../../ui/Rows.js'
import { Problem } from '../../ui/Problem.js'

/** Who works here; an owner invites more, removes makers, and gives a new password. */
export function Makers({ me }: { me: Me }) {
  const makers = useQuery({ queryKey: ['makers'], queryFn: api.makers })
  const owner = me.maker.role === 'owner'
  return (
    <section aria-label="Makers">
      <h2 className="text-2xl">Who works here</h2>
      <ul className="m-0 list-none p-0">
        {makers.data?.map((m) => (
          <Maker key={m.id} maker={m} changeable={owner && m.id !== me.maker.id} />
        ))}
      </ul>
      {owner ? <Invitations /> : <p className="mt-2 text-soft">An owner can invite more makers.</p>}
    </section>
  )
}

const link = 'border-0 bg-transparent p-0 text-[15px] text-copper underline'

function Maker({ maker, changeable }: { maker: MakerRow; changeable: boolean }) {
  const client = useQueryClient()
  const [sure, setSure] = useState(false)
  const remove = useMutation({
    mutationFn: () => api.removeMaker(maker.id),
    onSuccess: () => client.invalidateQueries({ queryKey: ['makers'] }),
  })
  const reset = useMutation({ mutationFn: () => api.offerReset(maker.id) })
  return (
    <li className="border-b border-line py-2">
      <div className="flex justify-between gap-4">
        <span className="min-w-0">
          <strong>{maker.name}</strong> <span className="break-all text-soft">{maker.email}</span>
        </span>
        <span className="text-soft">{maker.role}</span>
      </div>
      {changeable && (
        <p className="m-0 flex flex-wrap gap-x-5">
          <button type="button" className={link} onClick={() => reset.mutate()} disabled={reset.isPending}>
            Give a new password
          </button>
          {sure ? (
            <>
              <button type="button" className={`${link} text-red`} onClick={() => remove.mutate()}>
                Remove {maker.name} for good
              </button>
              <button type="button" className={link} onClick={() => setSure(false)}>
                Keep
              </button>
            </>
          ) : (
            <button type="button" className={link} onClick={() => setSure(true)}>
              Remove
            </button>
          )}
        </p>
      )}
      {reset.data && (
        <Address
          made={reset.data}
          path="reset"
          says={`Send this address to ${maker.name}; it works once, for a day:`}
        />
      )}
      <Failed error={remove.error ?? reset.error} />
    </li>
  )
}

function Invitations() {
  const client = useQueryClient()
  const open = useQuery({ queryKey: ['invites'], queryFn: api.invites })
  const again = () => client.invalidateQueries({ queryKey: ['invites'] })
  const [role, setRole] = useState<Role>('maker')
  const invite = useMutation({ mutationFn: () => api.invite({ role }), onSuccess: again })
  const revoke = useMutation({ mutationFn: api.revokeInvite, onSuccess: again })
  return (
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
      <button type="button" className="btn mt-3" onClick={() => invite.mutate()} disabled={invite.isPending}>
        Make an invitation
      </button>
      {invite.data && (
        <Address made={invite.data} path="join" says="Send this address; it works once, for a week:" />
      )}
      {open.data && open.data.length > 0 && (
        <>
          <h3 className="mt-4 text-xl">Invitations that still work</h3>
          <ul className="m-0 list-none p-0">
            {open.data.map((i) => (
              <li key={i.id} className="flex items-center justify-between gap-4 border-b border-line py-2">
                <span>
                  as {i.role}, by {i.madeBy}{' '}
                  <span className="text-[15px] text-soft">
                    until {new Date(i.expiresAt).toLocaleDateString('en-GB')}
                  </span>
                </span>
                <button type="button" className="btn py-1" onClick={() => revoke.mutate(i.id)}>
                  Revoke
                </button>
              </li>
            ))}
          </ul>
        </>
      )}
      <Failed error={invite.error ?? revoke.error} />
    </>
  )
}

function Address({ made, path, says }: { made: InviteMade; path: 'join' | 'reset'; says: string }) {
  return (
    <label className="mt-3 block">
      <span className="text-soft">{says}</span>
      <input
        className="plain"
        readOnly
        aria-label={path === 'join' ? 'Invitation address' : 'Address for a new password'}
        value={`${window.location.origin}/${path}/${made.token}`}
        onFocus={(e) => e.target.select()}
      />
    </label>
  )
}

function Failed({ error }: { error: Error | null }) {
  if (!error) return null
  return <Problem className="mt-2">{error.message}</Problem>
}
