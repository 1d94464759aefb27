/** After so long without a touch, what the office asks by itself keeps no session open. */
const UNATTENDED_AFTER_MS = 60_000

let touched = Date.now()
for (const kind of ['pointerdown', 'pointermove', 'keydown', 'wheel', 'touchstart'])
  globalThis.addEventListener?.(kind, () => (touched = Date.now()), { capture: true, passive: true })

/** Whether somebody has used this window of late. */
export const isAttended = (): boolean => Date.now() - touched < UNATTENDED_AFTER_MS
