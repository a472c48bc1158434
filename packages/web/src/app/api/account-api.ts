import { HttpClient } from '@angular/common/http';
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

/** Passwords, devices, invitations, and what the head sees of the academy. */
@Injectable({ providedIn: 'root' })
export class AccountApi {
  private readonly http = inject(HttpClient);

  changePassword(change: PasswordChange): Observable<unknown> {
    return this.http.put('/api/password', change);
  }

  askForNewPassword(email: string): Observable<unknown> {
    return this.http.post('/api/password-forgotten', { email });
  }

  link(token: string): Observable<LinkView> {
    return this.http.get<LinkView>(`/api/links/${encodeURIComponent(token)}`);
  }

  useLink(token: string, password: string): Observable<unknown> {
    return this.http.post(`/api/links/${encodeURIComponent(token)}`, { password });
  }

  sessions(): Observable<readonly SessionEntryView[]> {
    return this.http.get<readonly SessionEntryView[]>('/api/sessions');
  }

  revoke(sessionId: string): Observable<unknown> {
    return this.http.delete(`/api/sessions/${sessionId}`);
  }

  instructors(): Observable<readonly InstructorView[]> {
    return this.http.get<readonly InstructorView[]>('/api/instructors');
  }

  invite(invitation: Invitation): Observable<unknown> {
    return this.http.post('/api/invitations', invitation);
  }

  invitations(): Observable<readonly InvitationView[]> {
    return this.http.get<readonly InvitationView[]>('/api/invitations');
  }

  closeInvitation(id: string): Observable<unknown> {
    return this.http.delete(`/api/invitations/${id}`);
  }

  proposedConsents(): Observable<readonly ProposedConsentView[]> {
    return this.http.get<readonly ProposedConsentView[]>('/api/consents/proposed');
  }

  confirmConsent(id: string): Observable<unknown> {
    return this.http.post(`/api/consents/${id}/confirm`, {});
  }

  post(): Observable<readonly PostView[]> {
    return this.http.get<readonly PostView[]>('/api/post');
  }

  accesses(): Observable<readonly AuditEntryView[]> {
    return this.http.get<readonly AuditEntryView[]>('/api/audit');
  }

  events(): Observable<readonly AcademyEventView[]> {
    return this.http.get<readonly AcademyEventView[]>('/api/academy/events');
  }
}
