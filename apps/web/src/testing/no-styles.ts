/** Replaces style sheets in component tests. */
export default {};
