import { config } from '../platform/config';

/** The check page of a certificate. */
export const checkAddress = (token: string): string => `${config.address}/check/${token}`;
/** The school as issuer of badges. */
export const issuerAddress = (): string => `${config.address}/issuer`;
/** What a certificate is called as a badge, and where that is found. */
export const badgeAddress = (token: string): string => `${config.address}/certificate/${token}/badge`;
/** What a badge is for: a course, or a quiz in it. */
export const achievementAddress = (id: string): string => `${issuerAddress()}/achievements/${id}`;
/** A list of what was withdrawn. */
export const statusAddress = (list: number): string => `${issuerAddress()}/status/${list}`;
/** A key of the school as linked data, and as JOSE has it: that is what tokens name. */
export const keyAddress = (id: string): string => `${issuerAddress()}/keys/${id}`;
export const jwkAddress = (id: string): string => `${keyAddress(id)}/jwk`;
