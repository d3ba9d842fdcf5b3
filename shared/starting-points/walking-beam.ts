/**
 * The walking beam of the seed-packet machine: a crank-rocker four-bar whose coupler carries the beam that lifts the
 * packets and sets them down one place further on.
 */
import { FORMAT, FORMAT_VERSION } from '@ligamen/core'
import type { MechanismDocument } from '@ligamen/core'
import { at, standing } from './upright'

export const walkingBeam: MechanismDocument = {
  format: FORMAT,
  version: FORMAT_VERSION,
  name: 'Walking beam',
  parts: [
    {
      id: 'base',
      name: 'Base',
      shape: 'box',
      dimensions: { width: '260 mm', depth: '16 mm', height: '60 mm' },
      colour: '#4b575c',
    },
    {
      id: 'pillar',
      name: 'Pillar',
      shape: 'box',
      dimensions: { width: '26 mm', depth: '68 mm', height: '16 mm' },
      colour: '#4b575c',
    },
    {
      id: 'shaft-pin',
      name: 'Shaft pin',
      shape: 'cylinder',
      dimensions: { diameter: '10 mm', length: '32 mm' },
      colour: '#2b3439',
    },
    {
      id: 'link-pin',
      name: 'Link pin',
      shape: 'cylinder',
      dimensions: { diameter: '10 mm', length: '22 mm' },
      colour: '#2b3439',
    },
    {
      id: 'crank-plate',
      name: 'Crank',
      shape: 'link',
      dimensions: { length: '30 mm', width: '26 mm', thickness: '8 mm', bore: '10 mm' },
      colour: '#0f5c63',
    },
    {
      id: 'coupler-plate',
      name: 'Coupler',
      shape: 'link',
      dimensions: { length: '160 mm', width: '22 mm', thickness: '8 mm', bore: '10 mm' },
      colour: '#c9c2b2',
    },
    {
      id: 'rocker-plate',
      name: 'Rocker',
      shape: 'link',
      dimensions: { length: '100 mm', width: '24 mm', thickness: '8 mm', bore: '10 mm' },
      colour: '#8fa3a8',
    },
    {
      id: 'post',
      name: 'Post',
      shape: 'box',
      dimensions: { width: '20 mm', depth: '70 mm', height: '8 mm' },
      colour: '#c9c2b2',
    },
    {
      id: 'beam-bar',
      name: 'Beam',
      shape: 'box',
      dimensions: { width: '260 mm', depth: '16 mm', height: '26 mm' },
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
        { id: 'frame-base', part: 'base', at: at(20, -68, 0) },
        { id: 'crank-pillar', part: 'pillar', at: at(-60, -26, 0) },
        { id: 'rocker-pillar', part: 'pillar', at: at(100, -26, 0) },
        { id: 'crank-shaft-pin', part: 'shaft-pin', at: at(-60, 0, 6) },
        { id: 'rocker-shaft-pin', part: 'shaft-pin', at: at(100, 0, 6) },
      ],
    },
    {
      id: 'crank',
      name: 'Crank',
      pose: standing(-60, 0, 14, 60),
      parts: [{ id: 'crank-link', part: 'crank-plate' }],
    },
    {
      id: 'coupler',
      name: 'Coupler',
      pose: standing(-45, 25.98, 24, 27.5),
      parts: [
        { id: 'coupler-link', part: 'coupler-plate' },
        {
          id: 'crank-link-pin',
          part: 'link-pin',
          on: { placed: 'coupler-link', name: 'bore A' },
          at: at(0, 0, -5),
        },
        {
          id: 'rocker-link-pin',
          part: 'link-pin',
          on: { placed: 'coupler-link', name: 'bore B' },
          at: at(0, 0, -5),
        },
      ],
    },
    {
      id: 'rocker',
      name: 'Rocker',
      pose: standing(100, 0, 14, 91.8),
      parts: [{ id: 'rocker-link', part: 'rocker-plate' }],
    },
    {
      id: 'beam',
      name: 'Beam',
      parts: [
        { id: 'beam-post', part: 'post', at: at(0, 35, 0) },
        { id: 'beam-rail', part: 'beam-bar', at: at(0, 74, -4) },
      ],
    },
  ],
  datums: [
    { id: 'crank-seat', name: 'Crank seat', body: 'frame', at: at(-60, 0, 14) },
    { id: 'rocker-seat', name: 'Rocker seat', body: 'frame', at: at(100, 0, 14) },
    { id: 'crank-hub', name: 'Crank hub', body: 'crank', feature: { placed: 'crank-link', name: 'bore A' } },
    {
      id: 'crank-end',
      name: 'Crank end',
      body: 'crank',
      feature: { placed: 'crank-link', name: 'bore B' },
      offset: [0, 0, '10 mm'],
    },
    {
      id: 'coupler-start',
      name: 'Coupler start',
      body: 'coupler',
      feature: { placed: 'coupler-link', name: 'bore A' },
    },
    {
      id: 'coupler-end',
      name: 'Coupler end',
      body: 'coupler',
      feature: { placed: 'coupler-link', name: 'bore B' },
    },
    {
      id: 'rocker-hub',
      name: 'Rocker hub',
      body: 'rocker',
      feature: { placed: 'rocker-link', name: 'bore A' },
    },
    {
      id: 'rocker-end',
      name: 'Rocker end',
      body: 'rocker',
      feature: { placed: 'rocker-link', name: 'bore B' },
      offset: [0, 0, '10 mm'],
    },
    {
      id: 'saddle',
      name: 'Saddle',
      body: 'coupler',
      feature: { placed: 'coupler-link', name: 'middle' },
      offset: [0, 0, '8 mm'],
      turn: '-36.5 deg',
    },
    { id: 'beam-foot', name: 'Beam foot', body: 'beam' },
    { id: 'beam-tip', name: 'Beam tip', body: 'beam', at: at(130, 82, -4) },
  ],
  joints: [
    { id: 'crank-shaft', name: 'Crank shaft', kind: 'revolute', from: 'crank-seat', to: 'crank-hub' },
    { id: 'crank-pin', name: 'Crank pin', kind: 'revolute', from: 'crank-end', to: 'coupler-start' },
    { id: 'rocker-pin', name: 'Rocker pin', kind: 'revolute', from: 'coupler-end', to: 'rocker-end' },
    { id: 'rocker-pivot', name: 'Rocker pivot', kind: 'revolute', from: 'rocker-seat', to: 'rocker-hub' },
    { id: 'beam-seat', name: 'Beam seat', kind: 'rigid', from: 'saddle', to: 'beam-foot' },
  ],
  probes: [
    { id: 'beam-tip-height', name: 'Beam tip height', kind: 'datum-position', datum: 'beam-tip', along: 'z' },
  ],
  scenarios: [
    {
      id: 'steady-walk',
      name: 'Steady walk',
      length: '2.5 s',
      frameRate: 60,
      drivers: [
        {
          id: 'crank-motor',
          kind: 'motor',
          joint: 'crank-shaft',
          freedom: 'angle',
          speed: '60 rpm',
          runUp: '0.4 s',
        },
      ],
    },
  ],
}
