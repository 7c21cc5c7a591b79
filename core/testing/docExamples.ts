import { readdirSync, readFileSync, statSync } from 'node:fs'
import { join, relative } from 'node:path'
import ts from 'typescript'

/** Every source file of a folder that ships. */
function sources(folder: string): string[] {
  return readdirSync(folder).flatMap((name) => {
    const path = join(folder, name)
    if (statSync(path).isDirectory()) return sources(path)
    return /\.tsx?$/.test(name) && !/\.test\.ts$|^testing/.test(name) ? [path] : []
  })
}

interface Example {
  readonly where: string
  readonly path: string
  readonly code: string
  /** What stands behind the code as a comment. */
  readonly told: string | undefined
}

/** The examples of a file's doc comments: a line, or lines up to the end of the comment. */
function examplesIn(path: string, folder: string): Example[] {
  const text = readFileSync(path, 'utf8')
  return [...text.matchAll(/\/\*\*[\s\S]*?\*\//g)].flatMap(([comment]) =>
    comment
      .split('@example')
      .slice(1)
      .map((part): Example => {
        const lines = part
          .replace(/\*\/$/, '')
          .split('\n')
          .map((line) => line.replace(/^\s*\* ?/, '').trimEnd())
          .join('\n')
          .split(/\n\s*@/)[0]!
          .trim()
        const at = lines.lastIndexOf(' // ')
        const [code, told] = at < 0 ? [lines, undefined] : [lines.slice(0, at), lines.slice(at + 4)]
        return {
          where: `${relative(folder, path)}: ${lines.split('\n')[0]}`,
          path,
          code: code.trim(),
          told,
        }
      }),
  )
}

/** Runs a piece of TypeScript; the value is that of its last line. */
function run(code: string, scope: Readonly<Record<string, unknown>>): unknown {
  const names = Object.keys(scope).filter((n) => /^[A-Za-z_$][\w$]*$/.test(n) && n !== 'default')
  const lines = code.split('\n')
  const last = lines[lines.length - 1]!
  const statement = /^(const|for|type)\b/.test(last)
  const body = statement ? code : [...lines.slice(0, -1), `return (${last})`].join('\n')
  const source = `(function (${names.join(', ')}) {\n${body}\n})`
  const plain = ts.transpile(source, { target: ts.ScriptTarget.ES2022, module: ts.ModuleKind.None })
  const made = (0, eval)(plain) as (...args: unknown[]) => unknown
  return made(...names.map((n) => scope[n]))
}

/** Is it what was told: numbers as near as their decimals say, objects in what is named of them. */
function like(value: unknown, told: unknown, decimals: number): boolean {
  if (typeof told === 'number' && typeof value === 'number')
    return Object.is(value, told) || Math.abs(value - told) <= 0.5000001 * 10 ** -decimals
  if (told instanceof Set) return value instanceof Set && [...told].every((x) => value.has(x))
  if (typeof told === 'object' && told !== null)
    return (
      typeof value === 'object' &&
      value !== null &&
      (!Array.isArray(told) || (Array.isArray(value) && value.length === told.length)) &&
      Object.entries(told).every(([k, v]) => like((value as Record<string, unknown>)[k], v, decimals))
    )
  return value === told
}

const decimalsOf = (text: string): number =>
  Math.max(0, ...[...text.matchAll(/\d\.(\d+)/g)].map((m) => m[1]!.length))

/** A doc comment's example: its code, and what stands behind it. */
export type DocExample = Example

/** For tests only: every example in the doc comments of a folder's source files. */
export const docExamples = (folder: string): Example[] =>
  sources(folder).flatMap((p) => examplesIn(p, folder))

/**
 * For tests only: runs an example with what its file exports, and what it takes as given by name. What is told behind it is compared where it is
 * a value itself; where it is said in words, that it runs is all that is asked.
 * @returns was a value compared
 */
export function runExample(
  { path, code, told }: Example,
  exported: Readonly<Record<string, unknown>>,
  given: Readonly<Record<string, () => unknown>>,
): boolean {
  const own = jest.requireActual<Record<string, unknown>>(path)
  const made = Object.fromEntries(
    Object.entries(given)
      .filter(([name]) => new RegExp(`\\b${name}\\b`).test(`${code} ${told ?? ''}`))
      .map(([name, make]) => [name, make()]),
  )
  const scope = { ...exported, ...own, ...made }
  const value = run(code, scope)
  if (told === undefined) return false
  let wanted: unknown
  try {
    wanted = run(told.startsWith('{') ? `(${told})` : told, scope)
  } catch {
    return false
  }
  if (!like(value, wanted, decimalsOf(told))) expect(value).toEqual(wanted)
  return true
}
