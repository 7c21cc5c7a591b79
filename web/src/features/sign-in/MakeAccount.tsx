import { signUpSchema, type SignUp } from '@verger/contract'
import { AccountForm } from './AccountForm.js'

/** A new maker with a workshop of their own. */
export default function MakeAccount({ onSend }: { onSend: (body: SignUp) => Promise<void> }) {
  return (
    <>
      <h2 className="text-2xl">Make an account</h2>
      <AccountForm<SignUp>
        schema={signUpSchema}
        begin={{ email: '', password: '', name: '', workshop: '' }}
        lines={['name', 'workshop', 'email', 'password']}
        button="Make it"
        onSend={onSend}
      />
    </>
  )
}
