// A driver for an instrument that prints lines, such as a caliper on a serial port:
//   npm run --silent instrument -- --kind caliper --name "Blue caliper" < /dev/ttyUSB0
// Each line with a number and a unit becomes one reading. Signs in as --email with VERGER_PASSWORD, or with --demo into the demo workshop.
import { randomUUID } from 'node:crypto'
import { createInterface } from 'node:readline'
import { parseArgs } from 'node:util'

const fail = (text) => {
  process.stderr.write(`${text}\n`)
  process.exit(1)
}
const { values } = parseArgs({
  options: {
    kind: { type: 'string', default: 'caliper' },
    name: { type: 'string', default: '' },
    unit: { type: 'string' },
    address: { type: 'string', default: 'http://127.0.0.1:4600' },
    email: { type: 'string' },
    demo: { type: 'boolean', default: false },
  },
})
const UNITS = { caliper: ['mm', 'in'], scale: ['g', 'ct'] }
const units = UNITS[values.kind]
if (!units) fail('Say --kind caliper or --kind scale.')
const usual = values.unit ?? units[0]
if (!units.includes(usual)) fail(`A ${values.kind} reads ${units.join(' or ')}: say --unit ${units[0]}.`)
if (!values.demo && !(values.email && process.env.VERGER_PASSWORD))
  fail('Say --email and put the password into VERGER_PASSWORD, or say --demo.')

let cookie = ''
async function call(method, path, body) {
  let response
  try {
    response = await fetch(`${values.address}/api${path}`, {
      method,
      headers: { cookie, ...(body ? { 'content-type': 'application/json' } : {}) },
      ...(body ? { body: JSON.stringify(body) } : {}),
    })
  } catch {
    fail(`Verger does not answer at ${values.address}. Start it, or say --address.`)
  }
  cookie = response.headers.get('set-cookie')?.split(';')[0] ?? cookie
  const json = response.status === 204 ? undefined : await response.json()
  if (!response.ok) fail(`${json.title}. ${json.detail ?? ''}`.trim())
  return json
}

await (values.demo
  ? call('POST', '/auth/demo')
  : call('POST', '/auth/sign-in', { email: values.email, password: process.env.VERGER_PASSWORD }))
const name = values.name || `${values.kind} on a line`
const there = (await call('GET', '/instruments')).find((i) => !i.standIn && i.name === name)
const { id } = there ?? (await call('POST', '/instruments', { kind: values.kind, name }))
process.stderr.write(`${name} sends to ${values.address}. End with Ctrl C.\n`)

for await (const line of createInterface({ input: process.stdin })) {
  // "  29.98 mm", "+1,1805in", "01A+00012.34": the last number of the line, and a unit where one stands behind it
  const found = [...line.matchAll(/([-+]?\d+(?:[.,]\d+)?)\s*(mm|in|g|ct)?\b/gi)].pop()
  if (!found) {
    process.stderr.write(`no number in “${line.trim()}”: left out\n`)
    continue
  }
  const value = Number(found[1].replace(',', '.'))
  const unit = found[2]?.toLowerCase() ?? usual
  await call('POST', `/instruments/${id}/readings`, {
    id: randomUUID(),
    value,
    unit,
    at: new Date().toISOString(),
  })
  process.stdout.write(`${value} ${unit}\n`)
}
