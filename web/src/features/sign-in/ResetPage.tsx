import { zodResolver } from '@hookform/resolvers/zod'
import { passwordResetSchema, type PasswordReset } from '@verger/contract'
import { useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { useForm } from 'react-hook-form'
import { useNavigate, useParams } from 'react-router'
import { api } from '../../app/api.js'
import { Frame } from '../../ui/Frame.js'
import { Line } from '../../ui/Line.js'

/** Where an owner's one-time link leads: a new password, and in. */
export default function ResetPage() {
  const { token = '' } = useParams()
  const client = useQueryClient()
  const navigate = useNavigate()
  const [problem, setProblem] = useState('')
  const form = useForm<PasswordReset>({
    resolver: zodResolver(passwordResetSchema),
    defaultValues: { token, password: '' },
  })
  const { errors, isSubmitting } = form.formState
  const send = async (body: PasswordReset) => {
    setProblem('')
    try {
      await api.reset(body)
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
        <h1 className="text-3xl">A new password</h1>
        <p className="mt-1 text-soft">
          An owner of your workshop made this link for you. You will be signed out everywhere else.
        </p>
        <Line
          id="password"
          label="New password, ten characters or more"
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
          Set it and go in
        </button>
      </form>
    </Frame>
  )
}
