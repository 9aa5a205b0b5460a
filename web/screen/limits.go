package screen

// MaxBody is how many bytes a request may carry: far above what a list may have, so that a list that is too large is
// answered with a page that says so and not with a broken connection.
const MaxBody = 32 << 20

// MaxAnswer is how much a service may say, in bytes.
const MaxAnswer = 256 << 10
