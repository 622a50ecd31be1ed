export { CaptionsStep } from './CaptionsStep.tsx';
