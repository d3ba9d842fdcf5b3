/** Elements by their names. Text is text: nothing of a document becomes markup. */

/** Error: the page was built without it. */
export function at<T extends HTMLElement>(id: string): T {
  const found = document.getElementById(id)
  if (!found) throw new Error(`The page has no element ${id}.`)
  return found as T
}

export function html(name: string, kind: string, ...content: (Node | string)[]): HTMLElement {
  const element = document.createElement(name)
  if (kind) element.className = kind
  element.append(...content)
  return element
}

export function svg(
  name: string,
  attributes: Readonly<Record<string, string>>,
  ...content: (Node | string)[]
): SVGElement {
  const element = document.createElementNS('http://www.w3.org/2000/svg', name)
  for (const [key, value] of Object.entries(attributes)) element.setAttribute(key, value)
  element.append(...content)
  return element
}
