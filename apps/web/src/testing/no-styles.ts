/** Stands in for style sheets, which tests of components do without. */
export default {};
