import { inject, Injectable } from '@angular/core';
import {
  type AcademyEventView,
  type AuditEntryView,
  type InstructorView,
  type Invitation,
  type InvitationView,
  type LinkView,
  type PasswordChange,
  type PostView,
  type ProposedConsentView,
  type SessionEntryView,
} from '@lotrecht/records';
import { type Observable } from 'rxjs';
import { Wire } from './wire.ts';

/** Passwords, devices, invitations, and what the head sees of the academy. */
@Injectable({ providedIn: 'root' })
export class AccountApi {
  private readonly wire = inject(Wire);

  changePassword(change: PasswordChange): Observable<unknown> {
    return this.wire.ask('PUT /api/password', { body: change });
  }

  askForNewPassword(email: string): Observable<unknown> {
    return this.wire.ask('POST /api/password-forgotten', { body: { email } });
  }

  link(token: string): Observable<LinkView> {
    return this.wire.ask('GET /api/links/:token', { at: { token } });
  }

  useLink(token: string, password: string): Observable<unknown> {
    return this.wire.ask('POST /api/links/:token', { at: { token }, body: { password } });
  }

  sessions(): Observable<readonly SessionEntryView[]> {
    return this.wire.ask('GET /api/sessions');
  }

  revoke(sessionId: string): Observable<unknown> {
    return this.wire.ask('DELETE /api/sessions/:id', { at: { id: sessionId } });
  }

  instructors(): Observable<readonly InstructorView[]> {
    return this.wire.ask('GET /api/instructors');
  }

  invite(invitation: Invitation): Observable<unknown> {
    return this.wire.ask('POST /api/invitations', { body: invitation });
  }

  invitations(): Observable<readonly InvitationView[]> {
    return this.wire.ask('GET /api/invitations');
  }

  closeInvitation(id: string): Observable<unknown> {
    return this.wire.ask('DELETE /api/invitations/:id', { at: { id } });
  }

  proposedConsents(): Observable<readonly ProposedConsentView[]> {
    return this.wire.ask('GET /api/consents/proposed');
  }

  confirmConsent(id: string): Observable<unknown> {
    return this.wire.ask('POST /api/consents/:id/confirm', { at: { id } });
  }

  post(): Observable<readonly PostView[]> {
    return this.wire.ask('GET /api/post');
  }

  accesses(): Observable<readonly AuditEntryView[]> {
    return this.wire.ask('GET /api/audit');
  }

  events(): Observable<readonly AcademyEventView[]> {
    return this.wire.ask('GET /api/academy/events');
  }
}
