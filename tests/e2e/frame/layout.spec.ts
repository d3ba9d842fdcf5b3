/** Nothing is cut off in a small, the usual and a large window in either theme, and axe finds no serious fault on any view. */
import { readFile } from 'node:fs/promises'
import { createRequire } from 'node:module'
import type { Page } from '@playwright/test'
import { expect, jointRow, openFresh, selectCrank, test } from '../fixtures'
import { choose, outline, stage } from '../hands'

/** Elements whose content is wider or higher than they show, leaving out those that are meant to scroll or cut. */
const cutOff = (page: Page) =>
  page.evaluate(() =>
    [...document.querySelectorAll<HTMLElement>('body *')]
      .filter((element) => {
        const style = getComputedStyle(element)
        const box = element.getBoundingClientRect()
        if (box.width < 2 || box.height < 2 || style.visibility === 'hidden') return false
        if (element.closest('.vue-flow__viewport, .v-overlay-container, svg, .sr-only')) return false
        // what is in a list or panel that scrolls can be scrolled to
        for (let above = element.parentElement; above; above = above.parentElement)
          if (/auto|scroll/.test(getComputedStyle(above).overflowY)) return false
        const beyond =
          box.right > innerWidth + 1 || box.bottom > innerHeight + 1 || box.left < -1 || box.top < -1
        const clips = style.overflowX === 'hidden' && style.textOverflow !== 'ellipsis'
        return beyond || (clips && element.scrollWidth > element.clientWidth + 1 && element.innerText !== '')
      })
      .map((element) => `${element.tagName}.${element.className}: ${element.innerText.slice(0, 40)}`),
  )

/** What is cut off in any of three windows; the usual one is left open. */
async function cutOffAtAnySize(page: Page): Promise<string[]> {
  const found: string[] = []
  for (const [width, height] of [
    [1024, 640],
    [1920, 1080],
    [1280, 800],
  ] as const) {
    await page.setViewportSize({ width, height })
    // panes follow the window in the next frame
    await page.evaluate(() => new Promise((next) => requestAnimationFrame(() => requestAnimationFrame(next))))
    found.push(...(await cutOff(page)).map((words) => `${width}x${height}: ${words}`))
  }
  return found
}

/** Serious and critical faults by axe-core. */
async function faults(page: Page): Promise<string[]> {
  const axe = await readFile(createRequire(import.meta.url).resolve('axe-core/axe.min.js'), 'utf8')
  await page.evaluate(axe)
  return page.evaluate(async () => {
    const { violations } = await (
      globalThis as unknown as {
        axe: {
          run(options: object): Promise<{
            violations: { id: string; impact: string; nodes: { html: string; failureSummary: string }[] }[]
          }>
        }
      }
    ).axe.run({ resultTypes: ['violations'] })
    return violations
      .filter(({ impact }) => impact === 'serious' || impact === 'critical')
      .flatMap(({ id, nodes }) =>
        nodes.map((node) => `${id}: ${node.html.slice(0, 160)} ${node.failureSummary}`),
      )
  })
}

for (const colorScheme of ['light', 'dark'] as const) {
  test.describe(`${colorScheme} theme`, () => {
    test.use({ colorScheme })

    test('the start page is whole and accessible', async ({ page }) => {
      await page.goto('/')
      await expect(page.getByRole('link', { name: /Walking beam/ }).first()).toBeVisible()
      expect(await faults(page)).toEqual([])
    })

    test('the workspace is whole and accessible, whatever is selected', async ({ page }) => {
      await openFresh(page)
      expect(await cutOffAtAnySize(page)).toEqual([])
      expect(await faults(page)).toEqual([])
      await jointRow(page, 'Crank shaft').click()
      expect(await cutOffAtAnySize(page)).toEqual([])
      expect(await faults(page)).toEqual([])
      const field = await selectCrank(page)
      await field.fill('nonsense')
      await field.press('Enter')
      await expect(page.getByRole('alert')).toBeVisible()
      expect(await cutOffAtAnySize(page)).toEqual([])
      expect(await faults(page)).toEqual([])
    })

    test('the timing chart is whole and accessible, with its tables open', async ({ page }) => {
      await openFresh(page)
      await jointRow(page, 'Crank shaft').click()
      await page.getByRole('button', { name: 'Delete the driver' }).click()
      await page.getByRole('button', { name: 'Drive by moves' }).click()
      await page.getByRole('button', { name: 'Add a move' }).click()
      await expect(page.getByRole('group', { name: 'Crank shaft, move 1' })).toBeVisible()
      expect(await cutOffAtAnySize(page)).toEqual([])
      expect(await faults(page)).toEqual([])
      await page.getByRole('button', { name: /^Cues/ }).click()
      await page.getByRole('button', { name: 'Add a cue at the playhead' }).click()
      await expect(page.getByRole('group', { name: 'Cue 1' })).toBeVisible()
      expect(await cutOffAtAnySize(page)).toEqual([])
      expect(await faults(page)).toEqual([])

      await page.getByRole('button', { name: 'Desk', exact: true }).click()
      const desk = page.getByRole('combobox', { name: 'Put on the desk' })
      for (const option of ['Crank shaft', 'Rocker pivot']) await choose(page, desk, option)
      await choose(page, page.getByRole('combobox', { name: 'Crank shaft is set by' }), 'knob')
      await expect(page.getByRole('slider', { name: 'Turn Crank shaft' })).toBeVisible()
      expect(await cutOffAtAnySize(page)).toEqual([])
      expect(await faults(page)).toEqual([])
      await page.getByRole('button', { name: 'Close the desk' }).click()
      await page.getByRole('button', { name: 'A point along a new path' }).click()
      await expect(page.getByRole('region', { name: 'Path' })).toBeVisible()
      expect(await faults(page)).toEqual([])
    })

    test('the stage Prove is whole and accessible, with a check, a probe and a chart open', async ({
      page,
    }) => {
      await openFresh(page)
      await stage(page, 'Prove')
      for (const tab of ['Checks', 'Probes', 'Clearance', 'Space', 'Facts']) {
        await page.getByRole('tab', { name: tab }).click()
        expect(await cutOffAtAnySize(page)).toEqual([])
        expect(await faults(page)).toEqual([])
      }
      await page.getByRole('tab', { name: 'Probes' }).click()
      await page.getByRole('button', { name: 'New probe' }).click()
      await expect(page.getByRole('form', { name: 'New probe' })).toBeVisible()
      expect(await cutOffAtAnySize(page)).toEqual([])
      expect(await faults(page)).toEqual([])
      await page.getByRole('button', { name: 'Cancel', exact: true }).click()
      await page.getByRole('button', { name: /^Beam tip height/ }).click()
      await page.getByRole('button', { name: 'Chart', exact: true }).click()
      await expect(page.getByRole('article', { name: 'Chart Beam tip height' })).toBeVisible()
      await page.getByRole('button', { name: 'Figures', exact: true }).click()
      expect(await cutOffAtAnySize(page)).toEqual([])
      expect(await faults(page)).toEqual([])
      await page.getByRole('button', { name: 'Settings of Beam tip height' }).click()
      await expect(page.getByRole('group', { name: 'Settings of chart Beam tip height' })).toBeVisible()
      expect(await faults(page)).toEqual([])
      await page.keyboard.press('Escape')
      await page.getByRole('tab', { name: 'Checks' }).click()
      await page.getByRole('button', { name: 'New check' }).click()
      await page.getByRole('listitem').filter({ hasText: 'A probe stays within a band' }).click()
      await expect(page.getByRole('complementary', { name: 'Inspector' })).toContainText('What is demanded')
      expect(await cutOffAtAnySize(page)).toEqual([])
      expect(await faults(page)).toEqual([])
    })

    test('the stage Present is whole and accessible, with a shot and a cue open', async ({ page }) => {
      await openFresh(page)
      await stage(page, 'Present')
      expect(await cutOffAtAnySize(page)).toEqual([])
      expect(await faults(page)).toEqual([])
      await page.getByRole('button', { name: 'Shot from this view' }).click()
      await expect(page.getByRole('region', { name: 'Shot Shot 1' })).toBeVisible()
      expect(await cutOffAtAnySize(page)).toEqual([])
      expect(await faults(page)).toEqual([])
      await page.getByRole('tab', { name: 'Seen' }).click()
      await page.getByRole('button', { name: 'Add at the playhead' }).click()
      await page.getByRole('listitem').filter({ hasText: 'cut open' }).click()
      await expect(page.getByRole('region', { name: 'Cue of the picture' })).toBeVisible()
      expect(await cutOffAtAnySize(page)).toEqual([])
      expect(await faults(page)).toEqual([])
      await page.getByRole('tab', { name: 'Films' }).click()
      await expect(page.getByRole('button', { name: 'Make the film' })).toBeVisible()
      expect(await cutOffAtAnySize(page)).toEqual([])
      expect(await faults(page)).toEqual([])
      await page.getByRole('tab', { name: 'Share' }).click()
      await page.getByRole('button', { name: 'Make a link' }).click()
      await expect(page.getByRole('region', { name: 'Links' }).getByRole('listitem')).toBeVisible()
      expect(await cutOffAtAnySize(page)).toEqual([])
      expect(await faults(page)).toEqual([])
      // the page that others see
      const address = await page.getByRole('region', { name: 'Links' }).getByRole('link').getAttribute('href')
      await page.goto(address!)
      await expect(page.locator('#clock')).toContainText('of 2.50 s')
      expect(await faults(page)).toEqual([])
    })

    test('the stages Build and Connect are whole and accessible, tab by tab', async ({ page }) => {
      await openFresh(page)
      await stage(page, 'Build')
      for (const tab of ['Part kit', 'Place', 'Datums', 'Files', 'Overlaps']) {
        await page.getByRole('tab', { name: tab }).click()
        expect(await cutOffAtAnySize(page)).toEqual([])
        expect(await faults(page)).toEqual([])
      }
      await outline(page, 'Crank').click()
      await page.getByRole('tab', { name: 'Place' }).click()
      expect(await cutOffAtAnySize(page)).toEqual([])
      expect(await faults(page)).toEqual([])
      await page.getByRole('tab', { name: 'Part kit' }).click()
      await page.getByRole('button', { name: 'Extruded outline' }).click()
      expect(await faults(page)).toEqual([])
      await page.getByRole('button', { name: 'Back to the kit' }).click()

      await stage(page, 'Connect')
      for (const tab of ['Joint', 'Mate', 'Relation', 'Contact', 'Spring', 'Poses']) {
        await page.getByRole('tab', { name: tab }).click()
        expect(await cutOffAtAnySize(page)).toEqual([])
        expect(await faults(page)).toEqual([])
      }
      await jointRow(page, 'Crank shaft').click()
      expect(await faults(page)).toEqual([])
      await page.getByRole('button', { name: /harmless redundancies/ }).click()
      await expect(page.getByRole('region', { name: 'Mobility' })).toContainText('a second time')
      expect(await cutOffAtAnySize(page)).toEqual([])
      expect(await faults(page)).toEqual([])
      await page.keyboard.press('Control+K')
      await expect(page.getByRole('listbox', { name: 'Actions' })).toBeVisible()
      expect(await faults(page)).toEqual([])
    })
  })
}
