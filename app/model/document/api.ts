/** The server's routes as functions. Failures are values: what the server says, or that it cannot be reached. */
import type { MechanismDocument, Problem } from '@ligamen/core'
import type { MechanismSummary, OpenedMechanism, ProjectSummary, Saved } from '~~/shared/api'

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

async function request<T>(method: string, path: string, body?: unknown): Promise<Answer<T>> {
  const json = body !== undefined && !(body instanceof Blob)
  try {
    const response = await fetch(`/api/${path}`, {
      method,
      headers: json ? { 'content-type': 'application/json' } : undefined,
      body: json ? JSON.stringify(body) : (body as Blob | undefined),
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
  save: (id: string, revision: number, document: MechanismDocument) =>
    request<Saved>('PUT', `mechanisms/${id}`, { revision, document }),
  renameMechanism: (id: string, name: string) => request<Saved>('PATCH', `mechanisms/${id}`, { name }),
  copyMechanism: (id: string) => request<{ id: string }>('POST', `mechanisms/${id}/copy`),
  removeMechanism: (id: string) => request('DELETE', `mechanisms/${id}`),
  setPicture: (id: string, picture: Blob) => request('PUT', `mechanisms/${id}/picture`, picture),
}

export const pictureAddress = (mechanism: MechanismSummary): string =>
  `/api/mechanisms/${mechanism.id}/picture?r=${mechanism.revision}`
