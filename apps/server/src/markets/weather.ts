import { setTimeout as rest } from 'node:timers/promises';
import {
  HttpException,
  Injectable,
  ServiceUnavailableException,
  UnauthorizedException,
  type CallHandler,
  type ExecutionContext,
  type NestInterceptor,
} from '@nestjs/common';
import type { Request, Response } from 'express';
import { from, mergeMap, NEVER, type Observable } from 'rxjs';
import { hash, unit } from '@brelm/core/wear';
import type { Weather } from '@brelm/contract';

/** What can go wrong; see `Weather`. */
export const FAULTS = [
  'none',
  'busy',
  'html',
  'silent',
  'lost',
  'expired',
] as const satisfies readonly Weather['fault'][];
export type Fault = (typeof FAULTS)[number];

export const FAIR: Weather = { slowMs: 0, fault: 'none', share: 1, perMinute: 300, takesBack: false };

const MINUTE = 60_000;

/** The behaviour of each stand-in; fair again after a start. */
@Injectable()
export class WeatherService {
  private readonly now = new Map<string, Weather>();
  private readonly asked = new Map<string, number>();
  private readonly calls = new Map<string, number[]>();

  of(market: string): Weather {
    return this.now.get(market) ?? FAIR;
  }

  set(market: string, change: Partial<Weather>): Weather {
    const weather = { ...this.of(market), ...change };
    this.now.set(market, weather);
    this.asked.set(market, 0);
    this.calls.clear();
    return weather;
  }

  /** Whether this answer goes wrong. */
  strikes(market: string): boolean {
    const n = (this.asked.get(market) ?? 0) + 1;
    this.asked.set(market, n);
    return unit(hash(17, n, 9)) < this.of(market).share;
  }

  /** Counts a call; seconds to wait where there were too many in the last minute, else 0. */
  over(market: string, token: string, at = Date.now()): number {
    const recent = (this.calls.get(token) ?? []).filter((t) => t > at - MINUTE);
    if (recent.length >= this.of(market).perMinute)
      return Math.ceil(((recent[0] ?? at) + MINUTE - at) / 1000);
    this.calls.set(token, [...recent, at]);
    return 0;
  }
}

/** Lets a stand-in's weather come over what is asked of it; its market is the first piece of the address. */
@Injectable()
export class WeatherInterceptor implements NestInterceptor {
  constructor(private readonly weather: WeatherService) {}

  async intercept(context: ExecutionContext, next: CallHandler): Promise<Observable<unknown>> {
    const http = context.switchToHttp();
    const request = http.getRequest<Request>();
    const response = http.getResponse<Response>();
    const market = /\/markets\/([a-z-]+)/.exec(request.path)?.[1] ?? '';
    const { slowMs, fault } = this.weather.of(market);
    if (slowMs) await rest(slowMs);
    const wait = this.weather.over(market, request.headers.authorization ?? '');
    if (wait) {
      response.setHeader('Retry-After', wait);
      throw new HttpException('Too many questions: ask again later.', 429);
    }
    // What is only asked can be asked again: nothing is lost with its answer.
    const spared = fault === 'none' || (fault === 'lost' && request.method === 'GET');
    if (spared || !this.weather.strikes(market)) return next.handle();
    switch (fault) {
      case 'busy':
        throw new ServiceUnavailableException('We are busy: try again.');
      case 'expired':
        throw new UnauthorizedException('This token has expired.');
      case 'html':
        response.type('html').send('<!doctype html><title>Back soon</title><p>We are having a rest.</p>');
        return NEVER;
      case 'silent':
        return NEVER;
      case 'lost':
        return next.handle().pipe(
          mergeMap(() => {
            response.socket?.destroy();
            return from(NEVER);
          }),
        );
    }
  }
}
