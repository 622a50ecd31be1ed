import { HttpStatus } from '@nestjs/common';
import { ApiResponse } from '@nestjs/swagger';
import type { Response } from 'express';

/** Describes a route that leads to the signed address of a file. */
export const Redirected = (description: string): MethodDecorator =>
  ApiResponse({ status: HttpStatus.TEMPORARY_REDIRECT, description: `leads to the address of ${description}` });

/** Leads a browser on to a signed address, this once: whether it may go there is asked anew each time. */
export function sendTo(response: Response, address: string): void {
  response.setHeader('Cache-Control', 'private, no-store');
  response.redirect(HttpStatus.TEMPORARY_REDIRECT, address);
}
