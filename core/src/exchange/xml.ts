/**
 * XML as a tree of elements. A document type with entities is refused, and so is what is nested or long beyond reason:
 * such files are made to exhaust the reader.
 */
import { XMLParser, XMLValidator } from 'fast-xml-parser'
import { fail, succeed } from '../result'
import type { Result } from '../result'

/** An element of an XML document. */
export interface Element {
  readonly tag: string
  readonly attributes: Readonly<Record<string, string>>
  readonly children: readonly Element[]
  readonly text: string
}

/** Longer texts are not read [characters]. */
const LONGEST = 60_000_000
const DEEPEST = 60

const parser = new XMLParser({
  ignoreAttributes: false,
  attributeNamePrefix: '',
  attributesGroupName: '@',
  preserveOrder: true,
  processEntities: false,
  parseTagValue: false,
  parseAttributeValue: false,
  trimValues: true,
})

type Raw = Record<string, unknown>

/** Errors: `xml-too-long`, `xml-entities`, `xml-broken` with line and column. */
export function readXml(text: string): Result<Element> {
  const problem = (code: string, message: string) => fail({ code, message })
  if (text.length > LONGEST) return problem('xml-too-long', 'The file is longer than 60 million characters.')
  if (/<!(DOCTYPE|ENTITY)/i.test(text))
    return problem(
      'xml-entities',
      'The file declares a document type or entities, which are not read; take the declaration out.',
    )
  const valid = XMLValidator.validate(text)
  if (valid !== true) {
    const { msg, line, col } = valid.err
    return problem('xml-broken', `The file is not well-formed XML: ${msg} (line ${line}, column ${col}).`)
  }
  try {
    const roots = elementsOf(parser.parse(text) as Raw[], 0)
    const [root] = roots.filter(({ tag }) => !tag.startsWith('?'))
    return root ? succeed(root) : problem('xml-broken', 'The file holds no element.')
  } catch (error) {
    return problem('xml-broken', `The file cannot be read: ${String((error as Error).message)}`)
  }
}

function elementsOf(raw: readonly Raw[], depth: number): Element[] {
  if (depth > DEEPEST) throw new Error(`elements are nested more than ${DEEPEST} deep`)
  return raw.flatMap((entry) => {
    const tag = Object.keys(entry).find((key) => key !== ':@' && key !== '@')
    if (tag === undefined || tag === '#text') return []
    const inner = (entry[tag] as Raw[] | undefined) ?? []
    const group = entry[':@'] as { '@'?: Record<string, string> } & Record<string, unknown>
    const attributes = (group?.['@'] ?? group ?? {}) as Record<string, string>
    const text = inner.map((child) => ('#text' in child ? String(child['#text']) : '')).join('')
    return [{ tag, attributes, children: elementsOf(inner, depth + 1), text }]
  })
}

/** All children of a name. */
export const childrenNamed = (element: Element, tag: string): Element[] =>
  element.children.filter((child) => child.tag === tag)

/** The first child of a name. */
export const childNamed = (element: Element | undefined, tag: string): Element | undefined =>
  element?.children.find((child) => child.tag === tag)

/** Numbers separated by spaces; null unless there are as many as wanted. */
export function numbersOf(text: string | undefined, count: number): number[] | null {
  const numbers = (text ?? '').trim().split(/\s+/).map(Number)
  return numbers.length === count && numbers.every(Number.isFinite) ? numbers : null
}

const ENTITIES: Readonly<Record<string, string>> = {
  '&': '&amp;',
  '<': '&lt;',
  '>': '&gt;',
  '"': '&quot;',
}

export const escapeXml = (text: string): string => text.replace(/[&<>"]/g, (c) => ENTITIES[c])
