import { inviteTakeSchema, type InviteTake } from '@verger/contract'
import { useParams } from 'react-router'
import { api } from '../../app/api.js'
import { LinkedForm } from './AccountForm.js'

/** Where an invitation leads: an account in the workshop that sent it. */
export default function JoinPage() {
  const { token = '' } = useParams()
  return (
    <LinkedForm<InviteTake>
      title="Join the workshop"
      about="You were invited. Make an account to work in the same workshop."
      schema={inviteTakeSchema}
      begin={{ token, email: '', password: '', name: '' }}
      lines={['name', 'email', 'password']}
      button="Join"
      onSend={async (body) => void (await api.join(body))}
    />
  )
}
