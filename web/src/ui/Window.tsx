import { Dialog, DialogBackdrop, DialogPanel, DialogTitle } from '@headlessui/react'
import type { ReactNode } from 'react'

/** A sheet over the page, with a title; Escape and a click beside it close it. */
export function Window({
  title,
  narrow = false,
  onClose,
  children,
}: {
  title: string
  narrow?: boolean
  onClose: () => void
  children: ReactNode
}) {
  return (
    <Dialog open onClose={onClose} className="relative z-20">
      <DialogBackdrop className="fixed inset-0 bg-ink/30" />
      <div className="fixed inset-0 flex items-start justify-center overflow-y-auto p-3 sm:p-10">
        <DialogPanel className={`sheet w-full p-5 ${narrow ? 'max-w-lg' : 'max-w-2xl'}`}>
          <DialogTitle className="text-2xl">{title}</DialogTitle>
          {children}
        </DialogPanel>
      </div>
    </Dialog>
  )
}
