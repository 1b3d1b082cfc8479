// Ends the start: its message is one sentence for a person.
export class StartError extends Error {}
