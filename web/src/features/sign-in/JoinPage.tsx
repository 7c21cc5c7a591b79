import { zodResolver } from '@hookform/resolvers/zod'
import { inviteTakeSchema, type InviteTake } from '@verger/contract'
import { useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { useForm } from 'react-hook-form'
import { useNavigate, useParams } from 'react-router'
import { api } from '../../app/api.js'
import { Frame } from '../../ui/Frame.js'
import { Line } from '../../ui/Line.js'

/** Where an invitation leads: an account in the workshop that sent it. */
export default function JoinPage() {
  const { token = '' } = useParams()
  const client = useQueryClient()
  const navigate = useNavigate()
  const [problem, setProblem] = useState('')
  const form = useForm<InviteTake>({
    resolver: zodResolver(inviteTakeSchema),
    defaultValues: { token, email: '', password: '', name: '' },
  })
  const { errors, isSubmitting } = form.formState
  const send = async (body: InviteTake) => {
    setProblem('')
    try {
      await api.join(body)
      client.clear()
      void navigate('/')
    } catch (error) {
      setProblem(error instanceof Error ? error.message : 'That did not work.')
    }
  }
  return (
    <Frame>
      <form
        className="sheet mx-auto mt-8 w-full max-w-lg p-8"
        onSubmit={(e) => void form.handleSubmit(send)(e)}
        noValidate
      >
        <h1 className="text-3xl">Join the workshop</h1>
        <p className="mt-1 text-soft">You were invited. Make an account to work in the same workshop.</p>
        <Line
          id="name"
          label="Your name"
          autoComplete="name"
          error={errors.name?.message}
          maxLength={80}
          {...form.register('name')}
        />
        <Line
          id="email"
          label="E-mail"
          type="email"
          autoComplete="username"
          error={errors.email?.message}
          maxLength={200}
          {...form.register('email')}
        />
        <Line
          id="password"
          label="Password, ten characters or more"
          type="password"
          autoComplete="new-password"
          error={errors.password?.message}
          {...form.register('password')}
        />
        {problem && (
          <p className="mt-4 font-semibold text-red" role="alert">
            ✕ {problem}
          </p>
        )}
        <button type="submit" className="btn btn-main mt-6" disabled={isSubmitting}>
          Join
        </button>
      </form>
    </Frame>
  )
}
