// The screen stays awake while a joint is in: asked for again whenever the page comes back.

/** Keep the screen on while `on()` is true. Call in a component. */
export function keepAwake(on: () => boolean): void {
  $effect(() => {
    if (!on() || !('wakeLock' in navigator)) return
    let lock: WakeLockSentinel | null = null
    let over = false
    const ask = (): void => {
      if (document.visibilityState !== 'visible') return
      navigator.wakeLock.request('screen').then(
        (found) => {
          if (over) void found.release()
          else lock = found
        },
        // Refused on battery saving, or on pages without TLS: nothing is lost but the light.
        () => undefined,
      )
    }
    ask()
    document.addEventListener('visibilitychange', ask)
    return () => {
      over = true
      document.removeEventListener('visibilitychange', ask)
      void lock?.release()
    }
  })
}
