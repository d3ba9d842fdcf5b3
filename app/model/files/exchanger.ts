/**
 * Files in and out as a state machine: what is being read or written, what has to be asked, what came of it. One file at a
 * time, in a worker of its own; cancelling ends the worker, and nothing of what it did is kept.
 */
import { bringIn, mergeMechanism, reasons } from '@ligamen/core'
import type { MechanismDocument, Problem } from '@ligamen/core'
import type { Change } from '~/model/document/editor'
import type { FromExchange, PreparedMesh, ToExchange } from '~/workers/exchange/protocol'

/** Larger files are not opened [bytes]. */
const LARGEST = 300_000_000

type Heard<T extends FromExchange['type']> = Extract<FromExchange, { type: T }>

/** What a screen shows of it; at most one of the five is set. */
export interface ExchangeView {
  readonly busy: { readonly words: string; readonly share: number | null } | null
  readonly unitWanted: { readonly name: string; readonly size: readonly [number, number, number] } | null
  /** A mechanism was read: it can take the place of what is here, or stand beside it. */
  readonly placeWanted: { readonly name: string; readonly bodies: number; readonly joints: number } | null
  readonly fault: string
  /** What was done, and what was left out of it. */
  readonly done: { readonly words: string; readonly leftOut: readonly string[] } | null
}

export const NOTHING_GOING_ON: ExchangeView = {
  busy: null,
  unitWanted: null,
  placeWanted: null,
  fault: '',
  done: null,
}

export interface ExchangeWorker {
  post(message: ToExchange, transfer?: Transferable[]): void
  end(): void
}

/** What it needs of the world. */
export interface ExchangePorts {
  start(hear: (message: FromExchange) => Promise<void>, failed: (why: string) => void): ExchangeWorker
  store(meshes: readonly PreparedMesh[]): Promise<void>
  /** Whether there is nothing yet that a mechanism could take the place of. */
  isEmpty(): boolean
  edit(name: string, change: Change, options?: { home: boolean }): Promise<readonly Problem[]>
  select(bodies: readonly string[]): void
  save(name: string, bytes: Uint8Array): void
  /** Calls after a delay [ms]; returns how to call it off. */
  later(delay: number, work: () => void): () => void
  changed(view: ExchangeView): void
}

/** How long reading or writing may take [ms]: some files keep their readers busy for ever. */
const PATIENCE = { any: 60_000, perByte: 0.002 }

/** A file that was chosen or dropped. */
type ChosenFile = Pick<File, 'name' | 'size' | 'arrayBuffer'>

export class Exchanger {
  private worker: ExchangeWorker | null = null
  /** A mechanism that waits for its place. */
  private waiting: Heard<'mechanism'> | null = null

  private callOff: () => void = () => undefined
  private words = ''

  constructor(private readonly ports: ExchangePorts) {}

  async read(files: readonly ChosenFile[]): Promise<void> {
    const large = files.find(({ size }) => size > LARGEST)
    if (large) {
      this.refuse(`${large.name} has more than 300 MB; make it coarser where it was exported.`)
      return
    }
    const size = files.reduce((sum, file) => sum + file.size, 0)
    const worker = this.begin('Opening', size)
    const opened = await Promise.all(
      files.map(async (file) => ({ name: file.name, bytes: new Uint8Array(await file.arrayBuffer()) })),
    )
    // it may have been cancelled meanwhile
    if (this.worker !== worker) return
    worker.post(
      { type: 'read', files: opened },
      opened.map(({ bytes }) => bytes.buffer),
    )
  }

  /** Goes on with a file that did not say its unit. */
  giveUnit(metres: number): void {
    this.show({ busy: { words: 'Preparing', share: null } })
    this.worker?.post({ type: 'unit', metres })
  }

  write(asked: Extract<ToExchange, { type: 'write' }>): void {
    this.begin('Writing').post(asked)
  }

  /** Ends what is going on; nothing of it is kept. */
  cancel(): void {
    this.end({})
  }

  /** @param size of what is read [bytes] */
  private begin(words: string, size = 0): ExchangeWorker {
    this.worker?.end()
    this.callOff()
    const patience = PATIENCE.any + PATIENCE.perByte * size
    this.callOff = this.ports.later(patience, () =>
      this.refuse(
        `“${this.words}” took longer than ${Math.round(patience / 1000)} s and was ended. The file may be damaged; if it is not, make it coarser, or export it in several files.`,
      ),
    )
    const worker = this.ports.start(
      (message) => this.hear(message),
      (why) => this.refuse(why),
    )
    this.worker = worker
    this.words = words
    this.show({ busy: { words, share: null } })
    return worker
  }

  private async hear(message: FromExchange): Promise<void> {
    switch (message.type) {
      case 'progress':
        this.words = message.words
        this.show({ busy: { words: message.words, share: message.share } })
        break
      case 'unit-wanted':
        this.callOff()
        this.show({ unitWanted: { name: message.name, size: message.size } })
        break
      case 'failed':
        this.refuse(reasons(message.problems))
        break
      case 'written':
        this.ports.save(message.name, message.bytes)
        this.end({ done: { words: `${message.name} is written.`, leftOut: message.leftOut } })
        break
      case 'scene':
        if (await this.store(message.meshes)) await this.addScene(message)
        break
      case 'mechanism':
        if (await this.store(message.meshes)) await this.askForPlace(message)
        break
    }
  }

  /** Stores meshes; false when it was cancelled meanwhile. */
  private async store(prepared: readonly PreparedMesh[]): Promise<boolean> {
    const { worker } = this
    this.callOff()
    this.show({ busy: { words: 'Storing', share: null } })
    await this.ports.store(prepared)
    return this.worker === worker
  }

  private async addScene(message: Heard<'scene'>): Promise<void> {
    const { name, leftOut } = message
    let bodies: readonly string[] = []
    const refused = await this.ports.edit(`Bring in ${name}`, (draft) => {
      const brought = broughtIn(draft, message)
      bodies = brought.bodies
      return brought.document
    })
    const words = `${name}: ${bodies.length} ${bodies.length === 1 ? 'body' : 'bodies'} brought in.`
    if (this.settle(refused, words, leftOut)) this.ports.select(bodies)
  }

  private async askForPlace(message: Heard<'mechanism'>): Promise<void> {
    this.waiting = message
    const { name, bodies, joints } = message.document
    if (this.ports.isEmpty()) await this.replace()
    else this.show({ placeWanted: { name, bodies: bodies.length, joints: joints.length } })
  }

  /** The mechanism that was read comes beside what is here. */
  async bringBeside(): Promise<void> {
    const { waiting } = this
    if (!waiting) return
    const { document, leftOut } = waiting
    let bodies: readonly string[] = []
    const refused = await this.ports.edit(`Bring in ${document.name}`, (draft) => {
      const merged = mergeMechanism(draft, document)
      bodies = merged.bodies
      return merged.document
    })
    const words = `${document.name}: ${document.bodies.length} bodies and ${document.joints.length} joints brought in, where they stood there.`
    if (this.settle(refused, words, leftOut)) this.ports.select(bodies)
  }

  /** The mechanism that was read takes the place of this one; that can be undone. */
  async replace(): Promise<void> {
    const { waiting } = this
    if (!waiting) return
    const { document, leftOut } = waiting
    const { name, bodies, joints } = document
    const refused = await this.ports.edit(
      `Open ${name}`,
      (draft): MechanismDocument => ({ ...document, name: draft.name }),
      { home: true },
    )
    const words = `${name} takes the place of what was here: ${bodies.length} bodies, ${joints.length} joints. Undo brings the old one back.`
    this.settle(refused, words, leftOut)
  }

  /** Says what came of an edit; true when it was made. */
  private settle(refused: readonly Problem[], words: string, leftOut: readonly string[]): boolean {
    if (refused.length > 0) this.refuse(reasons(refused))
    else this.end({ done: { words, leftOut } })
    return refused.length === 0
  }

  private refuse(fault: string): void {
    this.end({ fault })
  }

  private end(view: Partial<ExchangeView>): void {
    this.callOff()
    this.worker?.end()
    this.worker = null
    this.waiting = null
    this.show(view)
  }

  private show(view: Partial<ExchangeView>): void {
    this.ports.changed({ ...NOTHING_GOING_ON, ...view })
  }
}

/** Bodies and parts of a scene in a document; the triangles were stored apart. */
function broughtIn(draft: MechanismDocument, { name, scene, meshes }: Heard<'scene'>) {
  const blank = scene.meshes.map((mesh) => ({ ...mesh, positions: new Float32Array(0) }))
  const stored = meshes.map((mesh) => mesh.stored)
  return bringIn(draft, { ...scene, meshes: blank }, stored, scene.unit ?? 1, name)
}
