import { readConfig } from '../src/config'

const GOOD = {
  DATABASE_URL: 'postgresql://verger@127.0.0.1:5432/verger',
  PORT: '4600',
  HOST: '0.0.0.0',
  PUBLIC_URL: 'https://verger.example/',
  COOKIE_SECRET: 'k'.repeat(32),
}

describe('configuration from the environment', () => {
  it('reads a complete one', () => {
    expect(readConfig(GOOD)).toMatchObject({
      port: 4600,
      host: '0.0.0.0',
      publicUrl: 'https://verger.example',
      demo: false,
    })
  })

  it.each([
    ['DATABASE_URL', undefined],
    ['DATABASE_URL', 'mysql://x'],
    ['PORT', 'eighty'],
    ['PORT', '70000'],
    ['PUBLIC_URL', 'verger'],
    ['COOKIE_SECRET', 'short'],
    ['COOKIE_SECRET', undefined],
    ['TRUSTED_PROXIES', '-1'],
  ])('names %s when it is %p', (name, value) => {
    expect(() => readConfig({ ...GOOD, [name]: value })).toThrow(new RegExp(`Set these.*\\n  ${name}:`, 's'))
  })

  it('names every one that is missing at once, and never prints a secret', () => {
    let said = ''
    try {
      readConfig({ COOKIE_SECRET: 'a secret that is too short' })
    } catch (error) {
      said = String(error)
    }
    expect(said).toContain('DATABASE_URL')
    expect(said).toContain('COOKIE_SECRET')
    expect(said).not.toContain('too short')
  })
})
