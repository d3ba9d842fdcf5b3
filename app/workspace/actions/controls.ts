/** The named controls of the panels that are on screen, as actions: buttons are pressed, fields get the focus. */
import { computeAccessibleName } from 'dom-accessibility-api'
import { action } from './action'
import type { Action } from './action'

const CONTROLS =
  'button, a[href], input:not([type="hidden"]), textarea, select, [role="tab"], [role="combobox"], [role="slider"], [role="treeitem"], [tabindex="0"][role="button"]'
/** What a control belongs to. */
const PLACES = ['section', 'form', 'aside', 'nav', 'header', 'table', 'ul', 'tr', '[role]']
  .map((place) => `${place}[aria-label]`)
  .join()
/** Not written into, but pressed. */
const PRESSED = new Set(['button', 'checkbox', 'radio', 'submit'])

/** @param root in which they are looked for; dialogs and lists of choices that lie over it do not count */
export function controlActions(root: ParentNode): Action[] {
  const seen = new Set<Element>()
  const count = new Map<string, number>()
  return [...root.querySelectorAll<HTMLElement>(CONTROLS)].flatMap((control, k) => {
    const isOff = control.matches(
      ':disabled, [aria-disabled="true"], [tabindex="-1"]:not([role="tab"], [role="treeitem"])',
    )
    // a field may lie in an element that is its combobox
    if (isOff || seen.has(control) || !control.checkVisibility({ visibilityProperty: true })) return []
    const name = nameOf(control)
    if (name === '') return []
    for (const inner of control.querySelectorAll(CONTROLS)) seen.add(inner)
    const full = named(control, name)
    const times = (count.get(full) ?? 0) + 1
    count.set(full, times)
    return [action(`control-${k}`, times > 1 ? `${full} (${times})` : full, undefined, () => use(control))]
  })
}

const nameOf = (control: Element): string => computeAccessibleName(control).replace(/\s+/g, ' ').trim()

/** "Inspector, Limits: Upper limit": by the outermost and the nearest place. */
function named(control: Element, name: string): string {
  const places: string[] = []
  for (let at = control.parentElement?.closest(PLACES); at; at = at.parentElement?.closest(PLACES))
    places.unshift(at.getAttribute('aria-label')!)
  const told = [...new Set([places[0], places.at(-1)])].filter((place) => place && !name.includes(place))
  return told.length > 0 ? `${told.join(', ')}: ${name}` : name
}

function use(control: HTMLElement): void {
  control.focus()
  control.scrollIntoView({ block: 'nearest' })
  const isPressed =
    control.matches('button, a, [role="tab"], [role="button"], [role="treeitem"]') ||
    (control instanceof HTMLInputElement && PRESSED.has(control.type))
  if (isPressed) control.click()
}
