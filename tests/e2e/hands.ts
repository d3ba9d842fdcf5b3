/** What a person's hands do in the workspace: making parts and joints, dragging, reading. */
import type { Page } from '@playwright/test'
import { answered, expect } from './fixtures'

/** Makes a project with an empty mechanism and opens it, by way of the start page. */
export async function openEmpty(page: Page, name: string): Promise<void> {
  const project = await (await page.request.post('/api/projects', { data: { name: 'Seed line' } })).json()
  const made = await page.request.post(`/api/projects/${project.id}/mechanisms`, {
    data: { name, start: 'empty' },
  })
  const { id } = await made.json()
  await page.goto(`/mechanisms/${id}`)
  await expect(page.getByRole('list', { name: 'Part kit' })).toBeVisible()
}

export const stage = (page: Page, name: 'Build' | 'Connect' | 'Drive' | 'Prove' | 'Present') =>
  page.getByRole('navigation', { name: 'Stages' }).getByRole('button', { name }).click()

export const inspector = (page: Page) => page.getByRole('complementary', { name: 'Inspector' })

/** Enters values in fields of the inspector in one go, so that none is in the mechanism when the next is entered. */
export async function typeAtOnce(
  page: Page,
  ...values: readonly (readonly [name: string, value: string])[]
): Promise<void> {
  const typed = await Promise.all(
    values.map(async ([name, value]) => ({
      value,
      field: (await inspector(page).getByRole('textbox', { name, exact: true }).elementHandle())!,
    })),
  )
  await page.evaluate(async (all) => {
    for (const { field, value } of all) {
      ;(field as HTMLInputElement).value = value
      field.dispatchEvent(new Event('input', { bubbles: true }))
      field.dispatchEvent(new KeyboardEvent('keydown', { key: 'Enter', bubbles: true }))
      // the page is drawn again in between, as between two keys
      await new Promise((resolve) => queueMicrotask(() => resolve(null)))
    }
  }, typed)
}

export const outline = (page: Page, name: string) =>
  page.getByRole('treeitem', { name: new RegExp(`^${name}( [a-z-]+)?$`) })

interface PartWish {
  noun: string
  name: string
  dimensions?: Record<string, string>
  place?: [string, string, string]
  points?: 'up' | 'front' | 'right'
}

/** Makes a part of the kit from its form. */
export async function makePart(page: Page, wish: PartWish): Promise<void> {
  await page
    .getByRole('list', { name: 'Part kit' })
    .getByRole('button', { name: wish.noun, exact: true })
    .click()
  const form = page.getByRole('form', { name: `New ${wish.noun}` })
  const fill = async (label: string, value: string) => {
    const field = form.getByLabel(label, { exact: true })
    await field.fill(value)
    await field.press('Tab')
  }
  await fill('Name', wish.name)
  for (const [label, value] of Object.entries(wish.dimensions ?? {})) await fill(label, value)
  for (const [k, axis] of (['x', 'y', 'z'] as const).entries()) {
    const value = wish.place?.[k]
    if (value !== undefined) await fill(`Stands at ${axis}`, value)
  }
  if (wish.points) await choose(page, form.getByRole('combobox', { name: 'Main axis points' }), wish.points)
  await form.getByRole('button', { name: `Add ${wish.name}` }).click()
  await expect(outline(page, wish.name)).toBeVisible()
}

export async function choose(
  page: Page,
  field: ReturnType<Page['getByRole']>,
  option: string,
): Promise<void> {
  await field.press('ArrowDown')
  await page.getByRole('option', { name: option, exact: true }).click()
  // the list of the next field is another one
  await expect(page.getByRole('option')).toHaveCount(0)
}

/** Chooses a name in each of two or more fields with a list, by typing it. */
export async function chooseNames(
  within: ReturnType<Page['getByRole']>,
  names: Readonly<Record<string, string>>,
): Promise<void> {
  for (const [label, name] of Object.entries(names)) {
    await within.getByRole('combobox', { name: label, exact: true }).fill(name)
    await within.page().getByRole('option', { name, exact: true }).click()
    // the list of the next field is another one
    await expect(within.page().getByRole('option')).toHaveCount(0)
  }
}

interface JointWish {
  kind?: string
  name: string
  first: string
  second: string
}

/** Chooses kind and picks of a joint, without making it. */
export async function proposeJoint(page: Page, { kind, name, first, second }: JointWish): Promise<void> {
  const form = page.getByRole('form', { name: 'New joint' })
  if (kind) await choose(page, form.getByRole('combobox', { name: 'Kind of joint' }), kind)
  await form.getByLabel('Name', { exact: true }).fill(name)
  await chooseNames(form, { 'First pick': first, 'Second pick': second })
}

export async function makeJoint(page: Page, wish: JointWish): Promise<void> {
  await proposeJoint(page, wish)
  const form = page.getByRole('form', { name: 'New joint' })
  await form.getByRole('button', { name: 'Make joint' }).click()
  await expect(inspector(page)).toContainText(wish.name)
}

export const jointRow = (page: Page, name: string) =>
  page
    .getByRole('region', { name: 'Joint positions' })
    .getByRole('button', { name: new RegExp(`^\\w+ ${name} [−\\d.]+ ?(°|mm)$`) })

const positionField = (page: Page, name: string) =>
  page
    .getByRole('region', { name: 'Joint positions' })
    .getByRole('textbox', { name: `Position of ${name}`, exact: true })

/** The number shown for a joint, in the unit it is shown in. */
export async function reading(page: Page, name: string): Promise<number> {
  await answered(page)
  await jointRow(page, name).click()
  const text = await positionField(page, name).inputValue()
  return Number(text.replace('−', '-').replace(/[^-\d.]/g, ''))
}

/** Puts a joint at a position by its number field. */
export async function put(page: Page, name: string, value: string): Promise<void> {
  await jointRow(page, name).click()
  const field = positionField(page, name)
  await field.fill(value)
  await field.press('Enter')
  await expect(field).not.toHaveValue(value)
  await answered(page)
}

/** A point of the canvas at which a body is seen, found as a person does: by clicking until it is selected. */
export async function findInView(page: Page, body: string): Promise<{ x: number; y: number }> {
  await page.getByRole('button', { name: 'Fit the model into the view' }).click()
  await page.mouse.move(0, 0)
  const box = (await page.locator('.model-view canvas').boundingBox())!
  const heading = inspector(page).getByRole('heading', { level: 2 })
  const steps = [...Array(15).keys()].map((k) => (k + 1) / 16)
  // from the middle outwards
  const nearest = (a: number, b: number) => Math.abs(a - 0.5) - Math.abs(b - 0.5)
  for (const v of [...steps].sort(nearest))
    for (const u of [...steps].sort(nearest)) {
      const at = { x: box.x + u * box.width, y: box.y + v * box.height }
      await page.mouse.click(at.x, at.y)
      if (await heading.filter({ hasText: new RegExp(`^\\s*${body} (body|held)`) }).count()) return at
    }
  throw new Error(`${body} is nowhere to be seen`)
}

export async function drag(
  page: Page,
  from: { x: number; y: number },
  by: { x: number; y: number },
): Promise<void> {
  await page.mouse.move(from.x, from.y)
  await page.mouse.down()
  await page.mouse.move(from.x + by.x, from.y + by.y, { steps: 12 })
  await page.mouse.up()
  await answered(page)
}
