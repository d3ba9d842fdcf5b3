/** End-to-end tests: the built app in Debian's Chromium, against the server that scripts/test.mjs started. */
import { defineConfig } from '@playwright/test'

/** What Chromium leaves out. The first two are pages of its address bar, which it loads with every window: a quarter of
 *  the work of opening a mechanism. The others are those that Playwright leaves out itself, which this list replaces. */
const LEFT_OUT = [
  'WebUIOmniboxPopup',
  'WebUIOmniboxAimPopup',
  'AvoidUnnecessaryBeforeUnloadCheckSync',
  'DestroyProfileOnBrowserClose',
  'HttpsUpgrades',
  'HttpsFirstBalancedModeAutoEnable',
  'LensOverlay',
  'MediaRouter',
  'PaintHolding',
  'ThirdPartyStoragePartitioning',
  'OptimizationHints',
  'NetworkTimeServiceQuerying',
  'AimEnabled',
  'PreconnectToSearch',
]

export default defineConfig({
  testDir: 'tests/e2e',
  workers: 2,
  // For a walk that hangs, not for one that is slow: the longest take 45 s, but a shared machine may stand still for
  // minutes. How fast things are is for the bench.
  timeout: 600_000,
  expect: { timeout: 120_000 },
  reporter: [['list']],
  use: {
    baseURL: process.env.LIGAMEN_ADDRESS ?? 'http://127.0.0.1:3000',
    viewport: { width: 1280, height: 800 },
    colorScheme: 'light',
    actionTimeout: 120_000,
    // a trace films every frame, which would slow down what the walks measure
    screenshot: 'only-on-failure',
    launchOptions: {
      executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
      args: [
        '--no-sandbox',
        '--use-angle=swiftshader',
        '--enable-unsafe-swiftshader',
        // the model is drawn by software either way; putting the page together on top of that costs as much again
        '--disable-gpu-compositing',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
        `--disable-features=${LEFT_OUT.join()}`,
        '--no-first-run',
      ],
    },
  },
})
