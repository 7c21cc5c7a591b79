import { dueSaid } from './dueSaid'

describe('a day as one says it', () => {
  it('names day and month, and the year where it is another one', () => {
    expect(dueSaid('2026-12-24', new Date('2026-12-22T10:00:00'))).toEqual({
      day: '24 December',
      soon: 'in 2 days',
      late: false,
    })
    expect(dueSaid('2027-01-03', new Date('2026-12-22T10:00:00')).day).toBe('3 January 2027')
  })

  it('counts days by the calendar, not by hours', () => {
    expect(dueSaid('2026-12-24', new Date('2026-12-23T23:59:00')).soon).toBe('tomorrow')
    expect(dueSaid('2026-12-24', new Date('2026-12-24T23:59:00')).soon).toBe('today')
    expect(dueSaid('2026-12-24', new Date('2026-12-25T00:01:00'))).toMatchObject({
      soon: 'a day late',
      late: true,
    })
    expect(dueSaid('2026-12-24', new Date('2026-12-30T00:01:00')).soon).toBe('6 days late')
  })
})
