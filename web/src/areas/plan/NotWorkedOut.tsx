/** In the place of an answer of the planner: why there is none. */
export function NotWorkedOut({ says }: { says: string }) {
  return (
    <p className="said" role="alert">
      This could not be worked out ({says.replace(/\.$/, '')}). The week itself is not touched.
    </p>
  )
}
