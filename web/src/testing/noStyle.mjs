// Style sheets mean nothing to the tests.
export default {};
