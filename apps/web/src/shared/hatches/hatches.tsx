/** The hatch patterns, defined once and used by reference: *past due*, *undecided*, and *keep in* in a density. */
export const Hatches = () => (
  <svg width="0" height="0" style={{ position: 'absolute' }} aria-hidden="true" focusable="false">
    <defs>
      <pattern id="past-due-hatch" width="7" height="7" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
        <path d="M0,0V7" stroke="var(--hatch)" strokeWidth="2.5" />
      </pattern>
      <pattern id="undecided-hatch" width="5" height="5" patternUnits="userSpaceOnUse" patternTransform="rotate(-45)">
        <rect width="5" height="5" fill="var(--surface)" />
        <path d="M1,0V5" stroke="var(--violet)" strokeWidth="2.4" />
      </pattern>
      <pattern id="keep-in-studs" width="4" height="5" patternUnits="userSpaceOnUse">
        <rect width="4" height="5" fill="var(--umber)" />
        <path d="M0,1.2H4" stroke="var(--ink)" strokeWidth="2.4" />
      </pattern>
    </defs>
  </svg>
);
