/** The page behind a link: all that it needs is in it, and it may ask for nothing. */
import { readFile } from 'node:fs/promises'
import { join } from 'node:path'
import { defineEventHandler, getRouterParam, setResponseHeader, setResponseStatus } from 'h3'
import { database } from '../../database/connection'
import { sendProblem } from '../../http/problem'
import { framedPolicy } from '../../main/headers'
import type { Nonced } from '../../main/headers'
import { PUBLIC } from '../../main/public'
import { linkService } from '../../services/links'

/** Built by scripts/steps/player.mjs; read when the first one is asked for. */
let template: Promise<string> | undefined
const built = () => (template ??= readFile(join(PUBLIC, 'player.html'), 'utf8'))

/** The same for what never was, has ended, or is over: nobody learns which. */
const NOTHING = `<!doctype html><html lang="en"><meta charset="utf-8"><title>Ligamen</title>
<p>This link shows nothing, or nothing any more. Ask whoever gave it to you for a new one.</p></html>`

export default defineEventHandler(async (event) => {
  setResponseHeader(event, 'content-type', 'text/html; charset=utf-8')
  setResponseHeader(event, 'cache-control', 'no-store')
  setResponseHeader(event, 'x-robots-tag', 'noindex')
  try {
    const shown = await linkService(database()).page(getRouterParam(event, 'token') ?? '', built)
    if (!shown) {
      setResponseStatus(event, 404)
      return NOTHING
    }
    const { nonce } = event.node.res as Nonced
    framedPolicy(event.node.res, nonce ?? '', shown.mayEmbed)
    return shown.html
      .replace('<style>', `<style nonce="${nonce}">`)
      .replace('<script>', `<script nonce="${nonce}">`)
  } catch (error) {
    return sendProblem(event, error)
  }
})
