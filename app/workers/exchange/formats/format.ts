/** What a format of shape files states: the endings of its files, and how it is read into a scene. */
import type { NamedBytes, Result, Scene } from '@ligamen/core'

/** A file as it was chosen or dropped. */
export type InFile = NamedBytes

export interface Format {
  readonly noun: string
  readonly endings: readonly string[]
  /** @param beside other files that came along, such as the buffers of a glTF */
  read(file: InFile, beside: readonly InFile[]): Promise<Result<Scene>>
}

/** More triangles than this are not taken from one file. */
export const MOST_TRIANGLES = 3_000_000

export const broken = (file: InFile, why: string) => ({
  ok: false as const,
  problems: [{ code: 'file-broken', message: `${file.name} cannot be read: ${why}` }],
})
