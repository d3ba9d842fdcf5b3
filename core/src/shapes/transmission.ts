/** How a part moves another one, for proposing relations: by teeth, by rolling, by a belt, by a thread or by a cam. */
export type Transmission =
  /** Gear, datum `pitch centre`: x points at the middle of a tooth. */
  | { readonly kind: 'gear'; readonly toothing: Toothing; readonly internal: boolean }
  /** Rack: z of its datum `pitch line` points along the travel; a tooth is at its origin. */
  | { readonly kind: 'rack'; readonly module: number; readonly pressureAngle: number }
  | { readonly kind: 'wheel'; readonly diameter: number }
  | { readonly kind: 'pulley'; readonly diameter: number }
  /** Datum `wheel axis`: x points along a slot, or at the pin. The axes of both are the distance apart [m]. */
  | { readonly kind: 'index-wheel'; readonly slots: number; readonly distance: number }
  | { readonly kind: 'pin-wheel'; readonly slots: number; readonly distance: number }
  /** Advance for one turn [m]; negative for a left-hand thread. */
  | { readonly kind: 'thread'; readonly lead: number }
  /**
   * Lift of a follower by the angle on the cam at which it touches, with three derivatives by that angle [m], over the base
   * radius; and the radius of its roller, 0 for a point.
   */
  | {
      readonly kind: 'cam'
      readonly base: number
      readonly roller: number
      lift(angle: number): readonly [number, number, number, number]
    }

/** Of an involute gear, after ISO 21771. */
export interface Toothing {
  /** Normal module [m]. */
  readonly module: number
  readonly teeth: number
  /** [rad] */
  readonly pressureAngle: number
  /** Profile shift coefficient. */
  readonly shift: number
}
