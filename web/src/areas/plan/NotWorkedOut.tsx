/** In the place of an answer of the planner: why there is none. */
export function NotWorkedOut({ what = 'This', says }: { what?: string; says: string }) {
  return (
    <p className="said" role="alert">
      {what} could not be worked out ({says.replace(/\.$/, '')}). The week itself is not touched.
    </p>
  )
}
