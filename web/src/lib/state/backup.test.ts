import { describe, expect, it } from 'vitest'
import { ask } from './backup'

const file = new Blob(['SQLite format 3'])
const says = (status: number, body: string) => () =>
  Promise.resolve(new Response(body, { status })) as Promise<Response>

describe('a saved kitchen', () => {
  it('is sent as it is and told what it holds', async () => {
    let sent: [unknown, RequestInit | undefined] | null = null
    const holds = await ask('backup/look', file, (to, how) => {
      sent = [to, how]
      return says(200, '{"roasts": 3}')()
    })
    expect(holds.roasts).toBe(3)
    expect(sent).toEqual(['/api/backup/look', expect.objectContaining({ body: file })])
  })

  it('is refused in the words of the server, or of the line', async () => {
    const refused = '{"code": "database", "detail": "is broken"}'
    await expect(ask('backup/restore', file, says(422, refused))).rejects.toThrow('is broken')
    await expect(ask('backup/restore', file, says(502, '<html>'))).rejects.toThrow('try again')
    await expect(
      ask('import/look', file, () => Promise.reject(new TypeError('x'))),
    ).rejects.toMatchObject({ code: 'offline' })
  })
})
