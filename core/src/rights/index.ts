export { mayDo, needsPassword, notAllowed, rights, rightWords, roles, type Right, type Role } from './roles.js';
export { CODE_PATTERN, codeFault, PASSWORD_MAX, PASSWORD_MIN, passwordFault } from './password.js';
