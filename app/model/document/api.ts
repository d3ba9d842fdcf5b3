/** The server's routes as functions. Failures are values: what the server says, or that it cannot be reached. */
import type { MechanismDocument, Problem } from '@ligamen/core'
import type { Operation } from 'fast-json-patch'
import type { MechanismSummary, OpenedMechanism, ProjectSummary, Saved, SharedLink } from '~~/shared/api'

export interface Refusal {
  /** 0 when the server could not be reached. */
  status: number
  detail: string
  problems?: Problem[]
  /** With status 409: what is on the server now. */
  revision?: number
  changedAt?: string
  document?: MechanismDocument
}

export type Answer<T> = { ok: true; value: T } | { ok: false; refusal: Refusal }

/** Longer than this the server counts as gone [ms]. */
const PATIENCE = 15_000

/** A link that is to be made; one without an end stays until it is ended. */
export interface NewLink {
  readonly name: string
  readonly expires?: string
  /** Shows what is stored now, whatever comes later. */
  readonly fixed: boolean
  readonly embed: boolean
}

/** A save as it is sent: it may be sent again until it is answered. */
export interface Save {
  /** An id of its own. */
  readonly save: string
  /** The revision it was made from. */
  readonly revision: number
  readonly document: MechanismDocument
  /** What changed since that revision; null when what was stored then is not known here. */
  readonly patches: Operation[] | null
}

async function send<T>(
  method: string,
  path: string,
  body: BodyInit | undefined,
  headers: Record<string, string>,
): Promise<Answer<T>> {
  try {
    const response = await fetch(`/api/${path}`, {
      method,
      headers,
      body,
      signal: AbortSignal.timeout(PATIENCE),
    })
    const text = await response.text()
    const value: unknown = text === '' ? null : JSON.parse(text)
    if (response.ok) return { ok: true, value: value as T }
    const refusal = value as Partial<Refusal>
    return {
      ok: false,
      refusal: { ...refusal, status: response.status, detail: refusal.detail ?? response.statusText },
    }
  } catch {
    return { ok: false, refusal: { status: 0, detail: 'The server cannot be reached.' } }
  }
}

const JSON_TYPE = { 'content-type': 'application/json' }

const request = <T>(method: string, path: string, body?: unknown): Promise<Answer<T>> =>
  body === undefined
    ? send(method, path, undefined, {})
    : body instanceof Blob
      ? send(method, path, body, { 'content-type': body.type || 'application/octet-stream' })
      : send(method, path, JSON.stringify(body), JSON_TYPE)

function save(id: string, { save, revision, document, patches }: Save): Promise<Answer<Saved>> {
  const head = { 'if-match': `"${revision}"`, 'idempotency-key': save }
  return patches
    ? send('PATCH', `mechanisms/${id}`, JSON.stringify(patches), {
        ...head,
        'content-type': 'application/json-patch+json',
      })
    : send('PUT', `mechanisms/${id}`, JSON.stringify(document), { ...head, ...JSON_TYPE })
}

/** A mesh's content; null when the server does not have it or cannot be reached. */
async function mesh(hash: string): Promise<ArrayBuffer | null> {
  const response = await fetch(`/api/meshes/${hash}`).catch(() => null)
  return response?.ok ? await response.arrayBuffer() : null
}

export const api = {
  mesh,
  storeMesh: (hash: string, content: Blob) => request('PUT', `meshes/${hash}`, content),
  projects: () => request<{ projects: ProjectSummary[] }>('GET', 'projects'),
  createProject: (name: string) => request<ProjectSummary>('POST', 'projects', { name }),
  renameProject: (id: string, name: string) => request('PATCH', `projects/${id}`, { name }),
  copyProject: (id: string) => request<{ id: string }>('POST', `projects/${id}/copy`),
  removeProject: (id: string) => request('DELETE', `projects/${id}`),
  createMechanism: (project: string, name: string, start: string) =>
    request<{ id: string }>('POST', `projects/${project}/mechanisms`, { name, start }),
  open: (id: string) => request<OpenedMechanism>('GET', `mechanisms/${id}`),
  /** A whole document as a new mechanism; it may be sent again under the same id. */
  bring: (project: string, id: string, document: MechanismDocument) =>
    request<{ id: string }>('PUT', `projects/${project}/mechanisms/${id}`, document),
  save,
  /** What a save made whose answer was lost. */
  saved: (id: string, save: string) => request<Saved>('GET', `mechanisms/${id}/saves/${save}`),
  renameMechanism: (id: string, name: string) => request<Saved>('PUT', `mechanisms/${id}/name`, { name }),
  copyMechanism: (id: string) => request<{ id: string }>('POST', `mechanisms/${id}/copy`),
  removeMechanism: (id: string) => request('DELETE', `mechanisms/${id}`),
  links: (id: string) => request<SharedLink[]>('GET', `mechanisms/${id}/links`),
  createLink: (id: string, link: NewLink) => request<{ id: string }>('POST', `mechanisms/${id}/links`, link),
  endLink: (id: string, link: string) => request('DELETE', `mechanisms/${id}/links/${link}`),
  setPicture: (id: string, picture: Blob) => request('PUT', `mechanisms/${id}/picture`, picture),
}

export const pictureAddress = (mechanism: MechanismSummary): string =>
  `/api/mechanisms/${mechanism.id}/picture?r=${mechanism.revision}`
