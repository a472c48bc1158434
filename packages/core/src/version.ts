/** Version of the computation: changes whenever a computed figure may change. Stored with every result. */
export const CORE_VERSION = '0.6.0';
