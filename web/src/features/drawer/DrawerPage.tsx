import type { Me } from '@verger/contract'
import { useQuery } from '@tanstack/react-query'
import { api } from '../../app/api.js'
import { Frame } from '../../ui/Frame.js'
import { Waiting } from '../../ui/Waiting.js'
import { Beads } from './Beads.js'
import { Findings } from './Findings.js'
import { Recipes } from './Recipes.js'
import { Tools } from './Tools.js'
import { Wires } from './Wires.js'

/** What is kept: wires, beads, findings and tools, and what each is good for. */
export default function DrawerPage({ me }: { me: Me }) {
  const drawer = useQuery({ queryKey: ['drawer'], queryFn: api.drawer })
  return (
    <Frame beside={<span className="text-lg text-soft">{me.workshop.name}</span>}>
      <h1 className="mt-2 text-[34px]">Drawer</h1>
      <p className="m-0 text-soft">
        What you keep. Plans mark the wires that lie here, and sizes name the nearest of your tools.
      </p>
      {drawer.data ? (
        <div className="mt-3 grid items-start gap-x-10 gap-y-6 lg:grid-cols-2">
          <Wires me={me} rows={drawer.data} />
          <div className="grid gap-6">
            <Tools me={me} rows={drawer.data} />
            <Beads me={me} rows={drawer.data} />
            <Findings me={me} rows={drawer.data} />
            <Recipes rows={drawer.data} />
          </div>
        </div>
      ) : (
        <Waiting text="Opening the drawer …" failed={drawer.error} onRetry={() => void drawer.refetch()} />
      )}
    </Frame>
  )
}
