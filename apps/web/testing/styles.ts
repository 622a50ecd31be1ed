/** Stands for the classes of a style sheet: each is called what it is called. */
export default new Proxy<Record<string, string>>({}, { get: (_, name) => String(name) });
