/** How the cycle of the seed line is shown in a film of 20 s: four shots tied to its moves, what fades, what is written. */
import type { AnyCue, AnyShot, Picture } from '@ligamen/core'

export const picture: Picture = { frame: '16:9', speed: 0.5 }

export const shots: AnyShot[] = [
  {
    id: 'whole-line',
    name: 'Whole line',
    kind: 'turned',
    start: 0,
    duration: '1.3 s',
    turn: '14 deg',
    view: { eye: ['900 mm', '-1450 mm', '820 mm'], target: ['110 mm', '-20 mm', '110 mm'] },
  },
  {
    id: 'to-the-table',
    name: 'Down to the table',
    kind: 'towards',
    tie: { with: 'index-on' },
    duration: '1.9 s',
    body: 'table',
    share: 0.62,
    view: { eye: ['500 mm', '-1500 mm', '820 mm'], target: ['110 mm', '-20 mm', '110 mm'] },
  },
  {
    id: 'with-the-gripper',
    name: 'With the gripper',
    kind: 'follows',
    tie: { with: 'across', offset: '-0.1 s' },
    duration: '2 s',
    travel: '0.6 s',
    on: 'gripper',
    view: { eye: ['420 mm', '-620 mm', '260 mm'], target: ['0 mm', '0 mm', '-40 mm'], height: '420 mm' },
  },
  {
    id: 'round-the-stack',
    name: 'Round the stack',
    kind: 'turned',
    tie: { after: 'let-go' },
    duration: '4.75 s',
    travel: '0.8 s',
    turn: '-110 deg',
    view: { eye: ['1150 mm', '-560 mm', '420 mm'], target: ['430 mm', '-60 mm', '110 mm'] },
  },
]

export const cues: AnyCue[] = [
  {
    id: 'say-one-at-a-time',
    kind: 'caption',
    text: 'Packets arrive one at a time',
    start: '0.1 s',
    duration: '2 s',
  },
  {
    id: 'mark-packet',
    kind: 'colour',
    bodies: ['packet-3'],
    colour: '#b7791f',
    start: '0.2 s',
    duration: '0.3 s',
  },
  {
    id: 'bridge-fades',
    kind: 'fade',
    bodies: ['bridge', 'sledge'],
    opacity: 0.2,
    tie: { with: 'across', offset: '-0.4 s' },
    duration: '0.5 s',
  },
  {
    id: 'gripper-curve',
    kind: 'curve',
    probe: 'gripper-height',
    tie: { with: 'across' },
    duration: '2.2 s',
  },
  {
    id: 'bridge-returns',
    kind: 'fade',
    bodies: ['bridge', 'sledge'],
    opacity: 1,
    tie: { after: 'let-go' },
    duration: '0.6 s',
  },
  {
    id: 'say-stacked',
    kind: 'caption',
    text: 'Stacked, and turned to the next place',
    tie: { with: 'round' },
    duration: '2.6 s',
  },
]
