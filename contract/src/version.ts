/** Sent with every request; a tab with another one is told to reload. */
export const CONTRACT_VERSION = '5'
