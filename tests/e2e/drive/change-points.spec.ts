/** A parallelogram goes through its flat positions; its change points are marked, and the second way is taken and undone. */
import { expect, saved, solved, store, test } from '../fixtures'
import { stage } from '../hands'
import type { Page } from '@playwright/test'

type Pin = readonly [number, number]

/** Puts a parallelogram with its crank at an angle into a mechanism of its own, and opens it. */
async function openParallelogram(page: Page, angle: number): Promise<void> {
  const project = await (await page.request.post('/api/projects', { data: { name: 'Seed line' } })).json()
  const made = await page.request.post(`/api/projects/${project.id}/mechanisms`, {
    data: { name: 'Twin cranks', start: 'empty' },
  })
  const { id } = await made.json()
  const { document, revision } = await (await page.request.get(`/api/mechanisms/${id}`)).json()
  const end = (x: number): Pin => [x + 0.04 * Math.cos(angle), 0.04 * Math.sin(angle)]
  const joints: [string, string, string, string, Pin][] = [
    ['shaft', 'Crank shaft', 'frame', 'crank', [0, 0]],
    ['pin', 'Crank pin', 'crank', 'beam', end(0)],
    ['eye', 'Rocker pin', 'beam', 'rocker', end(0.1)],
    ['pivot', 'Rocker pivot', 'frame', 'rocker', [0.1, 0]],
  ]
  const sides = joints.flatMap(([joint, name, from, to, pin]) =>
    [from, to].map((body, k) => ({
      id: `${joint}-${k}`,
      name: `${name} on ${body}`,
      body,
      at: { position: [...pin, 0] },
    })),
  )
  await store(page, id, revision, {
    ...document,
    bodies: ['frame', 'crank', 'beam', 'rocker'].map((body) => ({
      id: body,
      name: body,
      parts: [],
      ...(body === 'frame' ? { grounded: true } : {}),
    })),
    datums: sides,
    joints: joints.map(([joint, name]) => ({
      id: joint,
      name,
      kind: 'revolute',
      from: `${joint}-0`,
      to: `${joint}-1`,
    })),
    scenarios: [
      {
        id: 'turn',
        name: 'Turn',
        length: '8 s',
        frameRate: 10,
        drivers: [{ id: 'm', kind: 'motor', joint: 'shaft', speed: '15 rpm', runUp: '0 s' }],
      },
    ],
  })
  await page.goto(`/mechanisms/${id}`)
  await stage(page, 'Drive')
}

const marks = (page: Page) => page.getByRole('button', { name: /^Change point of / })

test('change points are marked, and the second way is taken and undone', async ({ page }) => {
  await openParallelogram(page, 1)
  await solved(page)
  await expect(marks(page)).toHaveCount(4)
  await expect(marks(page).first()).toHaveAccessibleName(
    'Change point of Rocker pivot at 1.36 s: it takes the first way. Take the second way',
  )
  await marks(page).first().click()
  await expect(marks(page).first()).toHaveAccessibleName(/it takes the second way\. Take the first way$/)
  await saved(page)
  await page.keyboard.press('Control+z')
  await expect(marks(page).first()).toHaveAccessibleName(/it takes the first way/)
})

test('a motion that starts on a change point asks which way is meant', async ({ page }) => {
  await openParallelogram(page, 0)
  await expect(page.getByText('Rocker pivot starts on a change point')).toBeVisible()
  await page.getByRole('button', { name: 'Take the second way.' }).click()
  await solved(page)
  await expect(page.getByText('starts on a change point')).toBeHidden()
  await expect(marks(page).first()).toHaveAccessibleName(/at 0\.00 s: it takes the second way/)
})
