import { readlinkSync } from 'node:fs'
import { setPriority } from 'node:os'

/** How far a thread that computes stands back behind the one that answers. */
const NICE = 5

/** Lets this thread stand back: Linux knows each by a number of its own, which it tells to itself. Elsewhere nothing changes. */
export function standBack(): void {
  try {
    const [, , thread] = readlinkSync('/proc/thread-self').split('/')
    setPriority(Number(thread), NICE)
  } catch {
    // no such file system, or no leave: threads share evenly then
  }
}
