import { zodResolver } from '@hookform/resolvers/zod'
import { signInSchema, signUpSchema, type SignIn, type SignUp } from '@verger/contract'
import { useQuery, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { useForm } from 'react-hook-form'
import { api } from '../../app/api.js'
import { Frame } from '../../ui/Frame.js'
import { Line } from '../../ui/Line.js'

/** Sign in, make an account, or open the demo workshop where it was loaded. */
export function SignInPage() {
  const client = useQueryClient()
  const health = useQuery({ queryKey: ['health'], queryFn: api.health })
  const [making, setMaking] = useState(false)
  const [problem, setProblem] = useState('')
  const enter = async (how: () => Promise<void>) => {
    setProblem('')
    try {
      await how()
      await client.invalidateQueries()
    } catch (error) {
      setProblem(error instanceof Error ? error.message : 'That did not work.')
    }
  }
  return (
    <Frame>
      <div className="grid flex-1 items-center gap-12 py-8 md:grid-cols-2">
        <section>
          <h1 className="text-[44px]">Set stones in wire, and know it holds.</h1>
          <p className="mt-4 max-w-prose text-lg">
            Measure the stone, see the setting worked out in millimetres, whether it holds and what it costs,
            then wrap it step by step. Every number opens to its working.
          </p>
          {health.data?.demo && (
            <button type="button" className="btn btn-main mt-8 text-lg" onClick={() => void enter(api.demo)}>
              Open the demo workshop
            </button>
          )}
        </section>
        <section className="sheet p-8">
          {making ? (
            <MakeAccount onSend={(body) => enter(() => api.signUp(body))} />
          ) : (
            <Enter onSend={(body) => enter(() => api.signIn(body))} />
          )}
          {problem && (
            <p className="mt-4 font-semibold text-red" role="alert">
              ✕ {problem}
            </p>
          )}
          <button
            type="button"
            className="mt-6 font-semibold text-copper underline"
            onClick={() => setMaking(!making)}
          >
            {making ? 'I have an account' : 'Make an account with a workshop of its own'}
          </button>
        </section>
      </div>
    </Frame>
  )
}

function Enter({ onSend }: { onSend: (body: SignIn) => Promise<void> }) {
  const form = useForm<SignIn>({
    resolver: zodResolver(signInSchema),
    defaultValues: { email: '', password: '' },
  })
  const { errors, isSubmitting } = form.formState
  return (
    <form onSubmit={(e) => void form.handleSubmit(onSend)(e)} noValidate>
      <h2 className="text-2xl">Sign in</h2>
      <Line
        id="email"
        label="E-mail"
        type="email"
        autoComplete="username"
        error={errors.email?.message}
        {...form.register('email')}
      />
      <Line
        id="password"
        label="Password"
        type="password"
        autoComplete="current-password"
        error={errors.password?.message}
        {...form.register('password')}
      />
      <button type="submit" className="btn btn-main mt-6" disabled={isSubmitting}>
        Sign in
      </button>
    </form>
  )
}

function MakeAccount({ onSend }: { onSend: (body: SignUp) => Promise<void> }) {
  const form = useForm<SignUp>({
    resolver: zodResolver(signUpSchema),
    defaultValues: { email: '', password: '', name: '', workshop: '' },
  })
  const { errors, isSubmitting } = form.formState
  return (
    <form onSubmit={(e) => void form.handleSubmit(onSend)(e)} noValidate>
      <h2 className="text-2xl">Make an account</h2>
      <Line
        id="name"
        label="Your name"
        autoComplete="name"
        error={errors.name?.message}
        {...form.register('name')}
      />
      <Line id="workshop" label="Workshop" error={errors.workshop?.message} {...form.register('workshop')} />
      <Line
        id="email"
        label="E-mail"
        type="email"
        autoComplete="username"
        error={errors.email?.message}
        {...form.register('email')}
      />
      <Line
        id="password"
        label="Password"
        type="password"
        autoComplete="new-password"
        error={errors.password?.message}
        {...form.register('password')}
      />
      <button type="submit" className="btn btn-main mt-6" disabled={isSubmitting}>
        Make it
      </button>
    </form>
  )
}
