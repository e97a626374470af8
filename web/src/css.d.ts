import 'react'

declare module 'react' {
  interface CSSProperties {
    /** A quantity that the style sheet reads. */
    [quantity: `--${string}`]: string | number
  }
}
