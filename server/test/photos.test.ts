import { MOST_AT_WORK } from '@verger/contract'
import sharp from 'sharp'
import { Running, STONE } from './running'

const server = new Running()
let cookie = ''
let id = ''
const put = (bytes: Buffer, type: string, path = `/api/stones/${id}/photo`, who = cookie) =>
  fetch(`${server.address}${path}`, {
    method: 'PUT',
    headers: { cookie: who, 'content-type': type },
    body: new Uint8Array(bytes),
  })
const get = async (query = '', who = cookie) => {
  const response = await fetch(`${server.address}/api/stones/${id}/photo${query}`, {
    headers: { cookie: who },
  })
  return { response, bytes: Buffer.from(await response.arrayBuffer()) }
}

/** A picture as a phone takes it: lying on its side, with place and camera written into it. */
const phone = (width = 2400, height = 1800) =>
  sharp({ create: { width, height, channels: 3, background: '#336699' } })
    .composite([
      { input: { create: { width: 400, height: 400, channels: 3, background: '#ff0000' } }, left: 0, top: 0 },
    ])
    .withExif({
      IFD0: { Model: 'Pocket Camera 9', Copyright: 'somebody' },
      IFD3: { GPSLatitudeRef: 'N', GPSLatitude: '51/1 30/1 0/1' },
    })
    .withMetadata({ orientation: 6 })
    .jpeg()
    .toBuffer()

beforeAll(async () => {
  await server.boot()
  cookie = (await server.signUp()).cookie
  id = (await server.call('POST', '/api/stones', { name: 'x', stone: STONE }, cookie)).body.id
}, 60_000)
afterAll(() => server.kill())

it('is made anew: smaller, turned as it was meant, and without place or camera', async () => {
  const taken = await phone()
  expect((await sharp(taken).metadata()).exif?.includes('Pocket Camera')).toBe(true)
  const row = (await (await put(taken, 'image/jpeg')).json()) as { photo: string }
  expect(row.photo).toMatch(/^\d+$/)
  const { response, bytes } = await get(`?v=${row.photo}`)
  expect(response.headers.get('content-type')).toBe('image/jpeg')
  const meta = await sharp(bytes).metadata()
  expect(meta.exif).toBeUndefined()
  expect(meta.orientation ?? 1).toBe(1)
  for (const word of ['GPS', 'Pocket', 'somebody', 'Exif']) expect(bytes.includes(word)).toBe(false)
  // lying 2400 × 1800, turned a quarter it stands
  expect([meta.width, meta.height]).toEqual([1200, 1600])
  // its red corner went from the upper left to the upper right
  const { data, info } = await sharp(bytes).raw().toBuffer({ resolveWithObject: true })
  const red = (x: number, y: number) => data[(y * info.width + x) * info.channels]!
  expect(red(1190, 10)).toBeGreaterThan(200)
  expect(red(10, 10)).toBeLessThan(100)
  const small = await sharp((await get('?small=1')).bytes).metadata()
  expect(Math.max(small.width, small.height)).toBe(160)
}, 60_000)

it.each([
  ['no picture', Buffer.from('hello'), 'image/jpeg'],
  [
    'a drawing that could fetch things',
    Buffer.from('<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"/>'),
    'image/svg+xml',
  ],
  ['half a picture', Buffer.from([0xff, 0xd8, 0xff, 0xe0, 0, 16, 0x4a]), 'image/jpeg'],
  ['nothing', Buffer.alloc(0), 'image/png'],
  ['JSON', Buffer.from('{"a":1}'), 'application/json'],
])('refuses %s and keeps the old one', async (_, bytes, type) => {
  const before = (await get()).bytes
  const answer = await put(bytes, type)
  expect(answer.status).toBe(400)
  expect(((await answer.json()) as { fields: { path: string }[] }).fields[0]!.path).toBe('picture')
  expect((await get()).bytes.equals(before)).toBe(true)
})

it('refuses what is too large in words, and a picture that unfolds to far too many pixels', async () => {
  expect((await put(Buffer.alloc(13 * 1024 * 1024), 'image/jpeg')).status).toBe(413)
  const vast = await sharp({
    create: { width: 9000, height: 9000, channels: 3, background: '#000000' },
    limitInputPixels: false,
  })
    .png()
    .toBuffer()
  expect((await put(vast, 'image/png')).status).toBe(400)
}, 60_000)

it('belongs to its workshop, and can be removed', async () => {
  const other = (await server.signUp()).cookie
  expect((await get('', other)).response.status).toBe(404)
  expect((await put(await phone(600, 450), 'image/jpeg', undefined, other)).status).toBe(404)
  expect((await server.call('DELETE', `/api/stones/${id}/photo`, undefined, cookie)).status).toBe(204)
  expect((await get()).response.status).toBe(404)
  expect((await server.call('GET', `/api/stones/${id}`, undefined, cookie)).body.photo).toBeNull()
})

describe('of a piece', () => {
  let piece = ''
  const of = (photo: string) => `/api/pieces/${piece}/photos/${photo}`
  const list = async (who = cookie) => server.call('GET', of('').slice(0, -1), undefined, who)

  beforeAll(async () => {
    piece = (await server.call('POST', '/api/pieces', { stoneId: id, name: '' }, cookie)).body.id
  })

  it('front and back once each, and at work in the order in which they came', async () => {
    for (const photo of ['work-one', 'front', 'work-two', 'front'])
      expect((await put(await phone(800, 600), 'image/jpeg', of(photo))).status).toBe(200)
    expect((await list()).body.map((p: { id: string }) => p.id)).toEqual(['work-one', 'work-two', 'front'])
    const { made } = (await list()).body[0] as { made: string }
    expect(Number(made)).toBeGreaterThan(Date.now() - 60_000)
    const answer = await fetch(`${server.address}${of('front')}?small=1`, { headers: { cookie } })
    const small = await sharp(Buffer.from(await answer.arrayBuffer())).metadata()
    expect([small.width, small.height, small.exif]).toEqual([120, 160, undefined])
  }, 60_000)

  it('one is taken off, the others stay', async () => {
    expect((await server.call('DELETE', of('front'), undefined, cookie)).status).toBe(204)
    expect((await list()).body).toHaveLength(2)
    expect((await server.call('GET', of('front'), undefined, cookie)).status).toBe(404)
  })

  it('belong to the workshop, and go with the piece', async () => {
    const other = (await server.signUp()).cookie
    const picture = await phone(600, 450)
    expect((await list(other)).status).toBe(404)
    for (const photo of ['front', 'side', 'work-', '..%2Ffront', `work-${'x'.repeat(60)}`])
      expect((await put(picture, 'image/jpeg', of(photo), other)).status).toBe(404)
    expect((await put(picture, 'image/jpeg', of('side'))).status).toBe(404)
    await server.call('DELETE', `/api/pieces/${piece}`, undefined, cookie)
    expect((await list()).status).toBe(404)
    expect((await put(picture, 'image/jpeg', of('back'))).status).toBe(404)
    await server.call('POST', `/api/pieces/${piece}/restore`, undefined, cookie)
    expect((await list()).body).toHaveLength(2)
  }, 60_000)

  it('no more at work than can be kept, however many come at once', async () => {
    const picture = await phone(500, 420)
    // twice as many as there is room for
    for (let i = 0; i < 2 * MOST_AT_WORK; i += 6)
      await Promise.all(Array.from({ length: 6 }, (_, k) => put(picture, 'image/jpeg', of(`work-${i + k}`))))
    expect((await list()).body).toHaveLength(MOST_AT_WORK)
    expect((await put(picture, 'image/jpeg', of('work-more'))).status).toBe(409)
    // one that is there is replaced, and the sides have room of their own
    expect((await put(picture, 'image/jpeg', of('work-one'))).status).toBe(200)
    expect((await put(picture, 'image/jpeg', of('front'))).status).toBe(200)
  }, 120_000)
})

it('a stone put away is kept and marked, and comes back', async () => {
  const away = await server.call('PUT', `/api/stones/${id}/away`, { away: true }, cookie)
  expect(away.body).toMatchObject({ id, away: true })
  expect((await server.call('GET', '/api/stones', undefined, cookie)).body[0].away).toBe(true)
  expect((await server.call('PUT', `/api/stones/${id}/away`, { away: false }, cookie)).body.away).toBe(false)
})
