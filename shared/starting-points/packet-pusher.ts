/** The packet pusher of the seed-packet machine as an in-line slider-crank: a crank, a rod and a sliding pusher. */
import { FORMAT, FORMAT_VERSION } from '@ligamen/core'
import type { MechanismDocument } from '@ligamen/core'
import { at, standing } from './upright'

export const packetPusher: MechanismDocument = {
  format: FORMAT,
  version: FORMAT_VERSION,
  name: 'Packet pusher',
  parts: [
    {
      id: 'bed',
      name: 'Bed',
      shape: 'box',
      dimensions: { width: '260 mm', depth: '14 mm', height: '60 mm' },
      colour: '#4b575c',
    },
    {
      id: 'bearing',
      name: 'Bearing block',
      shape: 'box',
      dimensions: { width: '26 mm', depth: '60 mm', height: '16 mm' },
      colour: '#4b575c',
    },
    {
      id: 'rail',
      name: 'Rail',
      shape: 'box',
      dimensions: { width: '130 mm', depth: '30 mm', height: '16 mm' },
      colour: '#8fa3a8',
    },
    {
      id: 'pin',
      name: 'Pin',
      shape: 'cylinder',
      dimensions: { diameter: '8 mm', length: '22 mm' },
      colour: '#2b3439',
    },
    {
      id: 'crank-plate',
      name: 'Crank',
      shape: 'link',
      dimensions: { length: '30 mm', width: '22 mm', thickness: '8 mm', bore: '8 mm' },
      colour: '#0f5c63',
    },
    {
      id: 'rod-plate',
      name: 'Rod',
      shape: 'link',
      dimensions: { length: '110 mm', width: '18 mm', thickness: '8 mm', bore: '8 mm' },
      colour: '#c9c2b2',
    },
    {
      id: 'slide-block',
      name: 'Slide block',
      shape: 'box',
      dimensions: { width: '44 mm', depth: '26 mm', height: '12 mm' },
      colour: '#d9a441',
    },
    {
      id: 'push-plate',
      name: 'Push plate',
      shape: 'box',
      dimensions: { width: '6 mm', depth: '50 mm', height: '40 mm' },
      colour: '#d9a441',
    },
  ],
  bodies: [
    {
      id: 'frame',
      name: 'Frame',
      grounded: true,
      pose: standing(0, 0, 0),
      parts: [
        { id: 'frame-bed', part: 'bed', at: at(70, -54, 0) },
        { id: 'crank-bearing', part: 'bearing', at: at(0, -18, 0) },
        { id: 'slide-rail', part: 'rail', at: at(125, -32, 0) },
        { id: 'crank-bearing-pin', part: 'pin', at: at(0, 0, 8) },
      ],
    },
    {
      id: 'crank',
      name: 'Crank',
      pose: standing(0, 0, 14, 70),
      parts: [{ id: 'crank-link', part: 'crank-plate' }],
    },
    {
      id: 'rod',
      name: 'Rod',
      pose: standing(10.26, 28.19, 24, -14.8),
      parts: [
        { id: 'rod-link', part: 'rod-plate' },
        { id: 'crank-rod-pin', part: 'pin', at: at(0, 0, -5) },
      ],
    },
    {
      id: 'pusher',
      name: 'Pusher',
      pose: standing(116.6, 0, 14),
      parts: [
        { id: 'pusher-block', part: 'slide-block' },
        { id: 'pusher-plate', part: 'push-plate', at: at(25, 12, 0) },
        { id: 'rod-pusher-pin', part: 'pin', at: at(0, 0, 8) },
      ],
    },
  ],
  datums: [
    { id: 'crank-seat', name: 'Crank seat', body: 'frame', at: at(0, 0, 14) },
    {
      id: 'rail-line',
      name: 'Rail line',
      body: 'frame',
      at: { position: ['140 mm', 0, '14 mm'], orientation: [Math.SQRT1_2, 0, Math.SQRT1_2, 0] },
    },
    { id: 'crank-hub', name: 'Crank hub', body: 'crank', feature: { placed: 'crank-link', name: 'bore A' } },
    {
      id: 'crank-end',
      name: 'Crank end',
      body: 'crank',
      feature: { placed: 'crank-link', name: 'bore B' },
      offset: [0, 0, '10 mm'],
    },
    { id: 'rod-start', name: 'Rod start', body: 'rod', feature: { placed: 'rod-link', name: 'bore A' } },
    { id: 'rod-end', name: 'Rod end', body: 'rod', feature: { placed: 'rod-link', name: 'bore B' } },
    { id: 'pusher-eye', name: 'Pusher eye', body: 'pusher', at: at(0, 0, 10) },
    {
      id: 'pusher-line',
      name: 'Pusher line',
      body: 'pusher',
      at: { orientation: [Math.SQRT1_2, 0, Math.SQRT1_2, 0] },
    },
    { id: 'plate-face', name: 'Plate face', body: 'pusher', at: at(28, 12, 0) },
  ],
  joints: [
    { id: 'crank-shaft', name: 'Crank shaft', kind: 'revolute', from: 'crank-seat', to: 'crank-hub' },
    { id: 'crank-pin', name: 'Crank pin', kind: 'revolute', from: 'crank-end', to: 'rod-start' },
    { id: 'pusher-pin', name: 'Pusher pin', kind: 'revolute', from: 'rod-end', to: 'pusher-eye' },
    { id: 'pusher-slide', name: 'Pusher slide', kind: 'prismatic', from: 'rail-line', to: 'pusher-line' },
  ],
  probes: [
    {
      id: 'plate-travel',
      name: 'Push plate position',
      kind: 'datum-position',
      datum: 'plate-face',
      along: 'x',
    },
  ],
  scenarios: [
    {
      id: 'steady-push',
      name: 'Steady push',
      length: '2 s',
      frameRate: 60,
      drivers: [
        {
          id: 'crank-motor',
          kind: 'motor',
          joint: 'crank-shaft',
          freedom: 'angle',
          speed: '90 rpm',
          runUp: '0.2 s',
        },
      ],
    },
  ],
}
