import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it } from 'vitest'
import { useLayoutStore } from './layout'

describe('the layout', () => {
  beforeEach(() => setActivePinia(createPinia()))

  it('keeps the sizes of the panes that are open', () => {
    const layout = useLayoutStore()
    layout.columns({ index: 0, panes: [{ size: 30 }, { size: 50 }, { size: 20 }] })
    expect([layout.kept.left, layout.kept.right]).toEqual([30, 20])
    layout.toggle('left')
    layout.columns({ index: 0, panes: [{ size: 75 }, { size: 25 }] })
    expect([layout.kept.left, layout.kept.right]).toEqual([30, 25])
    // what came or went was resized by nobody
    layout.columns({ panes: [{ size: 50 }, { size: 50 }] })
    expect(layout.kept.right).toBe(25)
  })

  it('has another height while a table is open', () => {
    const layout = useLayoutStore()
    layout.rows({ index: 0, panes: [{ size: 40 }, { size: 60 }] }, true)
    layout.rows({ index: 0, panes: [{ size: 70 }, { size: 30 }] }, false)
    expect([layout.kept.tall, layout.kept.bottom]).toEqual([60, 30])
    layout.reset()
    expect([layout.kept.tall, layout.kept.bottom]).toEqual([50, 37])
  })

  it('puts something in the middle, and the model back', () => {
    const layout = useLayoutStore()
    layout.show('map')
    expect(layout.middle).toBe('map')
    layout.show('map')
    expect(layout.middle).toBe('model')
  })
})
