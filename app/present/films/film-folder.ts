/**
 * Where a film and its frames are kept in the browser: a folder each in its private file system. A frame is a whole PNG or it
 * does not count, so that what a crash leaves is never half a picture.
 */
import { frameCount } from './protocol'
import type { FilmPlan } from './protocol'

const FOLDER = 'films'
const PLAN = 'plan.json'
/** The last bytes of every PNG: length, name and check of its end chunk. Source: ISO/IEC 15948, 11.2.5. */
const PNG_END = [0, 0, 0, 0, 0x49, 0x45, 0x4e, 0x44, 0xae, 0x42, 0x60, 0x82]

/** What TypeScript's library does not know of folders yet. */
type Listed = FileSystemDirectoryHandle & {
  entries(): AsyncIterable<[string, FileSystemHandle]>
  keys(): AsyncIterable<string>
}

const frameName = (k: number) => `frame-${String(k).padStart(6, '0')}.png`

const allFilms = async () =>
  (await navigator.storage.getDirectory()).getDirectoryHandle(FOLDER, { create: true })

export class FilmFolder {
  private constructor(private readonly folder: FileSystemDirectoryHandle) {}

  static async open(id: string): Promise<FilmFolder> {
    return new FilmFolder(await (await allFilms()).getDirectoryHandle(id, { create: true }))
  }

  static async remove(id: string): Promise<void> {
    await (await allFilms()).removeEntry(id, { recursive: true })
  }

  /** Plans of all films, the newest first; what cannot be read is left out. */
  static async list(): Promise<FilmPlan[]> {
    const plans: FilmPlan[] = []
    for await (const [, handle] of ((await allFilms()) as Listed).entries()) {
      if (handle.kind !== 'directory') continue
      const plan = await new FilmFolder(handle as FileSystemDirectoryHandle).plan()
      if (plan) plans.push(plan)
    }
    return plans.sort((a, b) => b.asked.localeCompare(a.asked))
  }

  async plan(): Promise<FilmPlan | null> {
    const file = await this.file(PLAN)
    try {
      return file && (JSON.parse(await file.text()) as FilmPlan)
    } catch {
      return null
    }
  }

  keepPlan(plan: FilmPlan): Promise<void> {
    return this.write(PLAN, new Blob([JSON.stringify(plan)]))
  }

  keepFrame(k: number, picture: Blob): Promise<void> {
    return this.write(frameName(k), picture)
  }

  frame(k: number): Promise<File | null> {
    return this.file(frameName(k))
  }

  /** How many frames are there from the first one on, each of them whole. */
  async framesKept(most: number): Promise<number> {
    let [low, high] = [0, most]
    // they are kept one after the other
    while (low < high) {
      const middle = (low + high) >> 1
      if (await this.frame(middle)) low = middle + 1
      else high = middle
    }
    return low > 0 && !(await isWhole((await this.frame(low - 1))!)) ? low - 1 : low
  }

  /** Takes the frames away, when the film is made of them. */
  async dropFrames(): Promise<void> {
    const names: string[] = []
    for await (const name of (this.folder as Listed).keys()) if (name.startsWith('frame-')) names.push(name)
    for (const name of names) await this.folder.removeEntry(name)
  }

  /** The film itself; null before it is made. */
  film(): Promise<File | null> {
    return this.file('film')
  }

  async writable(): Promise<FileSystemWritableFileStream> {
    // it appears when it is closed, so there is never half a film
    return (await this.folder.getFileHandle('film', { create: true })).createWritable()
  }

  private async file(name: string): Promise<File | null> {
    try {
      return await (await this.folder.getFileHandle(name)).getFile()
    } catch {
      return null
    }
  }

  private async write(name: string, content: Blob): Promise<void> {
    const writable = await (await this.folder.getFileHandle(name, { create: true })).createWritable()
    await writable.write(content)
    await writable.close()
  }
}

async function isWhole(picture: File): Promise<boolean> {
  const end = new Uint8Array(await picture.slice(-PNG_END.length).arrayBuffer())
  return PNG_END.every((byte, k) => end[k] === byte)
}

export interface KeptFilm {
  readonly plan: FilmPlan
  /** Of the film [bytes]; null before it is made. */
  readonly bytes: number | null
  /** Frames that are kept, from the first one on. */
  readonly frames: number
}

/** All films of this browser, the newest first; none where it keeps no files. */
export async function keptFilms(): Promise<KeptFilm[]> {
  const plans = await FilmFolder.list().catch(() => [])
  return Promise.all(
    plans.map(async (plan) => {
      const folder = await FilmFolder.open(plan.id)
      const film = await folder.film()
      const bytes = film && film.size > 0 ? film.size : null
      const frames = bytes === null ? await folder.framesKept(frameCount(plan)) : 0
      return { plan, bytes, frames }
    }),
  )
}
