import { HttpClient, type HttpParams } from '@angular/common/http';
import { inject, Injectable } from '@angular/core';
import { type Answers, type FileAnswer, type PathParams, type RouteName } from '@lotrecht/records';
import { type Observable } from 'rxjs';

/** Routes that answer a file. */
export type FileRoute = {
  [Name in RouteName]: Answers[Name] extends FileAnswer ? Name : never;
}[RouteName];

/** What goes along with a request, beside what stands in its path. */
interface Along {
  readonly query?: HttpParams | Readonly<Record<string, string | number>>;
  /** What a POST or PUT sends; default: an empty object. */
  readonly body?: unknown;
  readonly headers?: Readonly<Record<string, string>>;
}

/** What a route is asked with: what its path names has to be given. */
type Asked<Name extends RouteName> = [PathParams<Name>] extends [never]
  ? [along?: Along]
  : [along: Along & { readonly at: Readonly<Record<PathParams<Name>, string>> }];

type AnyAsked = Along & { readonly at?: Readonly<Record<string, string>> };

/** The server, asked by the names of its routes: what it answers is what the route says. */
@Injectable({ providedIn: 'root' })
export class Wire {
  private readonly http = inject(HttpClient);

  ask<Name extends Exclude<RouteName, FileRoute>>(
    name: Name,
    ...[along]: Asked<Name>
  ): Observable<Answers[Name]> {
    const { method, address, options } = requestOf(name, along);
    return this.http.request<Answers[Name]>(method, address, options);
  }

  /** The same, of a route that answers a file. */
  file<Name extends FileRoute>(name: Name, ...[along]: Asked<Name>): Observable<Blob> {
    const { method, address, options } = requestOf(name, along);
    return this.http.request(method, address, { ...options, responseType: 'blob' });
  }
}

function requestOf(name: RouteName, along: AnyAsked = {}) {
  const [method, path] = name.split(' ') as [string, string];
  const { at = {}, query = {}, body = {}, headers = {} } = along;
  const address = path.replaceAll(/:(\w+)/g, (_, part: string) => encodeURIComponent(at[part] ?? ''));
  const sends = method === 'POST' || method === 'PUT' || method === 'PATCH';
  return { method, address, options: { params: query, headers, ...(sends && { body }) } };
}
