// Lighthouse over the places of a running Trencher: one line of JSON for each load.
//   node run.mjs BROWSER BASE LOADS /place …
// The phone's profile as Lighthouse has it: a slow network and a processor slowed four times, both
// reckoned from one load ("simulate"). Four times is meant of a fast desk machine; the same load is
// judged a second time with the slowness that makes that phone of this one.
import { launch } from 'chrome-launcher'
import lighthouse from 'lighthouse'
import { initializeConfig } from 'lighthouse/core/config/config.js'
import { Runner } from 'lighthouse/core/runner.js'

const [browser, base, loads, ...places] = process.argv.slice(2)
const FIGURES = {
  first_paint_ms: 'first-contentful-paint',
  largest_paint_ms: 'largest-contentful-paint',
  blocked_ms: 'total-blocking-time',
  shifts: 'cumulative-layout-shift',
}
const CATEGORIES = ['performance', 'accessibility', 'best-practices']
/** Lighthouse's index of the machines its four times is meant of (1500 to 2000), so slowed. */
const PHONE = 1750 / 4

const score = (lhr, name) => Math.round(100 * (lhr.categories[name]?.score ?? 0))
const figures = (lhr) =>
  Object.fromEntries(
    Object.entries(FIGURES).map(([key, id]) => [key, lhr.audits[id]?.numericValue ?? null]),
  )

/** The same load on a processor slowed otherwise. */
async function judgedAgain(artifacts, flags, slowed) {
  const throttling = { ...artifacts.settings.throttling, cpuSlowdownMultiplier: slowed }
  const { resolvedConfig } = await initializeConfig('navigation', undefined, {
    ...flags,
    throttling,
  })
  artifacts.settings = resolvedConfig.settings
  return (await Runner.audit(artifacts, { resolvedConfig, computedCache: new Map() })).lhr
}

for (const place of places) {
  for (let load = 0; load < Number(loads); load++) {
    const chrome = await launch({
      chromePath: browser,
      chromeFlags: ['--no-sandbox', '--headless', '--disable-gpu'],
    })
    try {
      const flags = { port: chrome.port, output: 'json', onlyCategories: CATEGORIES }
      const { lhr, artifacts } = await lighthouse(base + place, flags)
      const failed = Object.values(lhr.audits)
        .filter((a) => a.scoreDisplayMode === 'binary' && a.score !== null && a.score < 1)
        .map((a) => a.id)
      const machine = lhr.environment.benchmarkIndex
      const slowed = Math.max(1, machine / PHONE)
      const meant = await judgedAgain(artifacts, flags, slowed)
      console.log(
        JSON.stringify({
          place,
          machine: Math.round(machine),
          scores: CATEGORIES.map((name) => score(lhr, name)),
          ...figures(lhr),
          meant: { slowed, score: score(meant, 'performance'), ...figures(meant) },
          asked: lhr.audits['network-requests'].details.items.length,
          failed,
        }),
      )
    } finally {
      chrome.kill()
    }
  }
}
