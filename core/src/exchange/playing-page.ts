/**
 * A page that plays a mechanism by itself: one file of HTML with the document in it, the imported meshes, and a program that
 * solves and draws them. It asks nobody for anything.
 */
import type { MechanismDocument } from '../document/format/mechanism'
import { escaped } from '../proof/report/html'

/** What such a page holds. */
export interface PlayingPage {
  readonly document: MechanismDocument
  /** Content of imported meshes (see `packTriangles`) in base 64, by hash. */
  readonly meshes: Readonly<Record<string, string>>
}

/** Places of the template that are filled in. */
const TITLE = '<!--title-->'
const CONTENT = '<!--content-->'

/** @param template the page as it was built, without a mechanism @param content a `PlayingPage` as JSON text */
export const playingPage = (template: string, title: string, content: string): string =>
  template
    .replaceAll(TITLE, () => escaped(title))
    // no text in it may end the element that holds it
    .replace(CONTENT, () => content.replace(/</g, '\\u003c'))
