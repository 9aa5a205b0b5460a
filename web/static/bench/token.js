// newToken is a name that nobody else gives: crypto.randomUUID is there on secure origins alone.
export const newToken = () =>
  crypto.randomUUID?.() ?? [...crypto.getRandomValues(new Uint8Array(16))].map((n) => n.toString(16)).join('');
