/** Settings that come from the command which started this process. */
function required(name: string): string {
  const value = process.env[name];
  if (!value) throw new Error(`${name} is not set. Start Mosaik with ./mosaik start.`);
  return value;
}

export const config = {
  get databaseUrl() {
    return required('DATABASE_URL');
  },
  get data() {
    return required('MOSAIK_DATA');
  },
  get secret() {
    return required('MOSAIK_SECRET');
  },
  /** Where people reach this installation, without a slash at the end. */
  get address() {
    return required('MOSAIK_ADDRESS');
  },
  /** Sign-in attempts a minute from one address before it has to wait. */
  get signInsPerMinute() {
    return Number(process.env.MOSAIK_SIGN_INS_PER_MINUTE ?? 20);
  },
};
