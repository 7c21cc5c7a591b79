import { zodResolver } from '@hookform/resolvers/zod'
import { passwordChangeSchema, type Me, type PasswordChange } from '@verger/contract'
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { formatDistanceToNow } from 'date-fns'
import { useState } from 'react'
import { useForm } from 'react-hook-form'
import { api } from '../../app/api.js'
import { Line } from '../../ui/Line.js'

/** The maker's own password, and where they are signed in. */
export function Account({ me }: { me: Me }) {
  const client = useQueryClient()
  const sessions = useQuery({ queryKey: ['sessions'], queryFn: api.sessions })
  const end = useMutation({
    mutationFn: (id: string) => api.endSession(id),
    onSuccess: () => client.invalidateQueries({ queryKey: ['sessions'] }),
  })
  return (
    <section className="mt-8" aria-label="Your account">
      <h2 className="text-2xl">You: {me.maker.name}</h2>
      {!me.workshop.demo && <Password />}
      <h3 className="mt-4 text-xl">Where you are signed in</h3>
      <ul className="m-0 list-none p-0">
        {sessions.data?.slice(0, 12).map((s) => (
          <li key={s.id} className="flex items-center justify-between gap-4 border-b border-line py-2">
            <span className="min-w-0">
              {deviceOf(s.agent)}{' '}
              <span className="text-[15px] text-soft">
                last used {formatDistanceToNow(new Date(s.seenAt), { addSuffix: true })}
              </span>
            </span>
            {s.here ? (
              <span className="text-verdigris">◆ here</span>
            ) : (
              <button type="button" className="btn" onClick={() => end.mutate(s.id)}>
                End
              </button>
            )}
          </li>
        ))}
      </ul>
    </section>
  )
}

/** A device in words, from what its browser says of itself. */
function deviceOf(agent: string): string {
  const system = /Android|iPhone|iPad|Windows|Macintosh|Linux/.exec(agent)?.[0] ?? 'Unknown device'
  return system === 'Macintosh' ? 'Mac' : system
}

function Password() {
  const [done, setDone] = useState(false)
  const form = useForm<PasswordChange>({
    resolver: zodResolver(passwordChangeSchema),
    defaultValues: { current: '', next: '' },
  })
  const { errors, isSubmitting } = form.formState
  const send = async (body: PasswordChange) => {
    setDone(false)
    try {
      await api.password(body)
      form.reset()
      setDone(true)
    } catch (error) {
      form.setError('current', { message: error instanceof Error ? error.message : 'That did not work.' })
    }
  }
  return (
    <form onSubmit={(e) => void form.handleSubmit(send)(e)} noValidate>
      <Line
        id="current"
        label="Present password"
        type="password"
        autoComplete="current-password"
        error={errors.current?.message}
        {...form.register('current')}
      />
      <Line
        id="next"
        label="New password, ten characters or more"
        type="password"
        autoComplete="new-password"
        error={errors.next?.message}
        {...form.register('next')}
      />
      <button type="submit" className="btn mt-4" disabled={isSubmitting}>
        Change it
      </button>
      {done && <span className="ml-3 text-verdigris">◆ changed; you are signed out everywhere else</span>}
    </form>
  )
}
