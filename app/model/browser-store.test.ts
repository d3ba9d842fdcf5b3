/** A browser that answers late, never, or refuses. */
import { beforeEach, describe, expect, it, vi } from 'vitest'

const probe = { result: { close: vi.fn() }, onsuccess: () => {}, onerror: () => {} }

describe('a table in the browser', () => {
  beforeEach(() => {
    vi.resetModules()
    vi.useFakeTimers()
    vi.stubGlobal('indexedDB', { open: () => probe })
    vi.doMock('idb-keyval', () => ({ createStore: () => ({}), get: async () => 'kept' }))
    return () => {
      vi.useRealTimers()
      vi.unstubAllGlobals()
      vi.doUnmock('idb-keyval')
    }
  })
  const table = async () => (await import('./browser-store')).browserStore('base', 'table')

  it('is read once the browser has answered', async () => {
    const { get } = await table()
    const read = get('key')
    probe.onsuccess()
    expect(await read).toBe('kept')
    vi.advanceTimersByTime(60_000)
    expect(await get('key')).toBe('kept')
  })

  it('rejects while there is no answer, and not any longer when one comes late', async () => {
    const { get } = await table()
    const read = expect(get('key')).rejects.toThrow('keeps nothing')
    vi.advanceTimersByTime(60_000)
    await read
    await expect(get('key')).rejects.toThrow('keeps nothing')
    probe.onsuccess()
    expect(await get('key')).toBe('kept')
  })

  it('rejects at once where the browser refuses', async () => {
    const { get } = await table()
    const read = expect(get('key')).rejects.toThrow('keeps nothing')
    probe.onerror()
    await read
  })
})
