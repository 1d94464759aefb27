/** The one place that decides whether this process is the demo: only a start by `npm run demo` sets it. */
export const isDemo = process.env.YIELDGATE_DEMO === '1'
