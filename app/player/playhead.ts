/** Plays the frames of a take by the clock, over and over, and follows the hand on the slider. */
import type { Take } from '@ligamen/core'
import { seconds } from '~/fields/display'
import { at } from './dom'

export class Playhead {
  private take: Take | null = null
  private time = 0
  private playing = false
  private before = 0
  private show: (frame: number, time: number) => void = () => undefined
  private readonly slider = at<HTMLInputElement>('time')

  constructor() {
    const keys = new Map([
      [' ', () => this.toggle()],
      ['ArrowLeft', () => this.step(-1)],
      ['ArrowRight', () => this.step(1)],
    ])
    this.slider.addEventListener('input', () => (this.pause(), this.goTo(Number(this.slider.value))))
    at('play').addEventListener('click', () => this.toggle())
    at('back').addEventListener('click', () => this.step(-1))
    at('on').addEventListener('click', () => this.step(1))
    document.addEventListener('keydown', (event) => {
      const isTyped =
        event.target instanceof HTMLElement && /^(INPUT|SELECT|BUTTON)$/.test(event.target.tagName)
      const does = keys.get(event.key)
      if (isTyped || !does) return
      event.preventDefault()
      does()
    })
  }

  /** From now on this take is played, from its start. @param show draws a frame and the time of it [s] */
  set(take: Take, show: (frame: number, time: number) => void): void {
    this.take = take
    this.show = show
    this.slider.max = String(this.end)
    this.goTo(0)
  }

  pause(): void {
    this.playing = false
    this.showState()
  }

  private get end(): number {
    return this.take ? (this.take.frames - 1) * this.take.interval : 0
  }

  private toggle(): void {
    if (!this.take) return
    this.playing = !this.playing
    this.showState()
    this.before = performance.now()
    if (this.playing) requestAnimationFrame((now) => this.tick(now))
  }

  private step(frames: number): void {
    if (!this.take) return
    this.pause()
    this.goTo((this.frame + frames) * this.take.interval)
  }

  private tick(now: number): void {
    if (!this.playing) return
    const speed = Number(at<HTMLSelectElement>('speed').value)
    const next = this.time + (speed * (now - this.before)) / 1000
    this.before = now
    this.goTo(next > this.end ? 0 : next)
    requestAnimationFrame((then) => this.tick(then))
  }

  private get frame(): number {
    return this.take ? Math.round(this.time / this.take.interval) : 0
  }

  private goTo(time: number): void {
    if (!this.take) return
    this.time = Math.min(this.end, Math.max(0, time))
    const shown = this.frame * this.take.interval
    this.slider.value = String(this.time)
    this.slider.setAttribute('aria-valuetext', seconds(shown, 3))
    at('clock').textContent = `${seconds(shown, 3)} of ${seconds(this.end)}`
    this.show(this.frame, shown)
  }

  private showState(): void {
    const button = at('play')
    button.textContent = this.playing ? '❚❚' : '▶'
    button.setAttribute('aria-label', this.playing ? 'Pause' : 'Play')
  }
}
