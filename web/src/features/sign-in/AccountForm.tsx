import { zodResolver } from '@hookform/resolvers/zod'
import { useQueryClient } from '@tanstack/react-query'
import type { ComponentProps, ReactNode } from 'react'
import { useState } from 'react'
import { useForm, type DefaultValues, type FieldValues, type Path, type UseFormProps } from 'react-hook-form'
import { useNavigate } from 'react-router'
import { Frame } from '../../ui/Frame.js'
import { Line } from '../../ui/Line.js'
import { Problem } from '../../ui/Problem.js'

/** The lines that an account is made of, each as every form shows it. */
const LINES = {
  name: { label: 'Your name', autoComplete: 'name', maxLength: 80 },
  workshop: { label: 'Workshop', maxLength: 80 },
  email: { label: 'E-mail', type: 'email', autoComplete: 'username', maxLength: 200 },
  password: { label: 'Password, ten characters or more', type: 'password', autoComplete: 'new-password' },
} as const satisfies Readonly<Record<string, Omit<ComponentProps<typeof Line>, 'id' | 'error'>>>

/** A form about an account: some of its lines, checked by the schema that the server checks, and a button. */
export function AccountForm<T extends FieldValues>({
  schema,
  begin,
  lines,
  labels = {},
  button,
  onSend,
}: {
  schema: Parameters<typeof zodResolver>[0]
  begin: DefaultValues<T>
  lines: readonly (keyof typeof LINES & Path<T>)[]
  /** Where a line is called otherwise. */
  labels?: Partial<Record<keyof typeof LINES, string>>
  button: string
  onSend: (body: T) => Promise<void>
}) {
  const form = useForm<T>({
    resolver: zodResolver(schema) as unknown as NonNullable<UseFormProps<T>['resolver']>,
    defaultValues: begin,
  })
  const { errors, isSubmitting } = form.formState
  return (
    <form onSubmit={(e) => void form.handleSubmit(onSend)(e)} noValidate>
      {lines.map((id) => (
        <Line
          key={id}
          id={id}
          error={(errors[id] as { message?: string } | undefined)?.message}
          {...LINES[id]}
          label={labels[id] ?? LINES[id].label}
          {...form.register(id)}
        />
      ))}
      <button type="submit" className="btn btn-main mt-6" disabled={isSubmitting}>
        {button}
      </button>
    </form>
  )
}

/** A page to which a link led: such a form under what it is about. Once it is sent one is signed in, and home. */
export function LinkedForm<T extends FieldValues>({
  title,
  about,
  onSend,
  ...form
}: { title: string; about: ReactNode } & ComponentProps<typeof AccountForm<T>>) {
  const client = useQueryClient()
  const navigate = useNavigate()
  const [problem, setProblem] = useState('')
  const send = async (body: T) => {
    setProblem('')
    try {
      await onSend(body)
      client.clear()
      void navigate('/')
    } catch (error) {
      setProblem(error instanceof Error ? error.message : 'That did not work.')
    }
  }
  return (
    <Frame>
      <section className="sheet mx-auto mt-8 w-full max-w-lg p-8">
        <h1 className="text-3xl">{title}</h1>
        <p className="mt-1 text-soft">{about}</p>
        <AccountForm {...form} onSend={send} />
        {problem && <Problem className="mt-4 font-semibold">{problem}</Problem>}
      </section>
    </Frame>
  )
}
