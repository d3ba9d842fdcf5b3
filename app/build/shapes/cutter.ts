/** The worker that cuts, behind a promise; a new question or cancelling ends the one before. */
import type { FromCut, ToCut } from '~/workers/cut/protocol'

export class Cutter {
  private worker: Worker | null = null

  /** Never settles when it is cancelled. */
  cut(question: ToCut): Promise<FromCut> {
    this.cancel()
    const worker = new Worker(new URL('../../workers/cut/cut.worker.ts', import.meta.url), { type: 'module' })
    this.worker = worker
    return new Promise((resolve) => {
      const settle = (answer: FromCut) => {
        this.cancel()
        resolve(answer)
      }
      worker.onmessage = ({ data }: MessageEvent<FromCut>) => settle(data)
      worker.onerror = (event) => settle({ type: 'failed', message: event.message })
      worker.postMessage(question)
    })
  }

  cancel(): void {
    this.worker?.terminate()
    this.worker = null
  }
}
