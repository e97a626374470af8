export const Mark = () => (
  <>
    <svg width="26" height="22" viewBox="0 0 26 22" aria-hidden="true">
      <path d="M13 0v22" stroke="#FCF9F1" strokeWidth="2" />
      <path d="M11 4H3M11 10H0M11 16H5" stroke="#62C6F2" strokeWidth="4" />
      <path d="M15 4h9M15 10h6M15 16h9" stroke="#FFA54F" strokeWidth="4" />
    </svg>
    Mano
  </>
)
