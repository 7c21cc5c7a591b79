import { zodResolver } from '@hookform/resolvers/zod'
import { signUpSchema, type SignUp } from '@verger/contract'
import { useForm } from 'react-hook-form'
import { Line } from '../../ui/Line.js'

/** A new maker with a workshop of their own. */
export default function MakeAccount({ onSend }: { onSend: (body: SignUp) => Promise<void> }) {
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
        maxLength={80}
        {...form.register('name')}
      />
      <Line
        id="workshop"
        label="Workshop"
        error={errors.workshop?.message}
        maxLength={80}
        {...form.register('workshop')}
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
