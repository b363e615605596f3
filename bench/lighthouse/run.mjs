// Lighthouse over the places of a running Trencher: one line of JSON for each.
//   node run.mjs BROWSER BASE /place …
// The phone's profile as Lighthouse has it: a slow network and a processor slowed four times, both
// reckoned from one load ("simulate"), so that a run says the same on a loaded machine as far as it can.
import { launch } from 'chrome-launcher'
import lighthouse from 'lighthouse'

const [browser, base, ...places] = process.argv.slice(2)
const FIGURES = {
  first_paint_ms: 'first-contentful-paint',
  largest_paint_ms: 'largest-contentful-paint',
  blocked_ms: 'total-blocking-time',
  shifts: 'cumulative-layout-shift',
}
const CATEGORIES = ['performance', 'accessibility', 'best-practices']

for (const place of places) {
  const chrome = await launch({
    chromePath: browser,
    chromeFlags: ['--no-sandbox', '--headless', '--disable-gpu'],
  })
  try {
    const { lhr } = await lighthouse(base + place, {
      port: chrome.port,
      output: 'json',
      onlyCategories: CATEGORIES,
    })
    const score = (name) => Math.round(100 * (lhr.categories[name]?.score ?? 0))
    const failed = Object.values(lhr.audits)
      .filter((a) => a.scoreDisplayMode === 'binary' && a.score !== null && a.score < 1)
      .map((a) => a.id)
    const figures = Object.fromEntries(
      Object.entries(FIGURES).map(([key, id]) => [key, lhr.audits[id]?.numericValue ?? null]),
    )
    console.log(
      JSON.stringify({
        place,
        machine: Math.round(lhr.environment.benchmarkIndex),
        scores: CATEGORIES.map(score),
        ...figures,
        asked: lhr.audits['network-requests'].details.items.length,
        failed,
      }),
    )
  } finally {
    chrome.kill()
  }
}
