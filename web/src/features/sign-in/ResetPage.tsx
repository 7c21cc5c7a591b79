import { passwordResetSchema, type PasswordReset } from '@verger/contract'
import { useParams } from 'react-router'
import { api } from '../../app/api.js'
import { LinkedForm } from './AccountForm.js'

/** Where an owner's one-time link leads: a new password, and in. */
export default function ResetPage() {
  const { token = '' } = useParams()
  return (
    <LinkedForm<PasswordReset>
      title="A new password"
      about="An owner of your workshop made this link for you. You will be signed out everywhere else."
      schema={passwordResetSchema}
      begin={{ token, password: '' }}
      lines={['password']}
      labels={{ password: 'New password, ten characters or more' }}
      button="Set it and go in"
      onSend={async (body) => void (await api.reset(body))}
    />
  )
}
