import { Injectable, type OnModuleInit } from '@nestjs/common';
import { DiscoveryService, MetadataScanner, Reflector } from '@nestjs/core';
import type { Actor } from './actor.ts';
import { ACCESS, type Access, mayUse } from './require-role.ts';

/** Every operation of the contract with its required role, read from the controllers. */
@Injectable()
export class Operations implements OnModuleInit {
  private readonly all = new Map<string, Access>();

  constructor(
    private readonly discovery: DiscoveryService,
    private readonly scanner: MetadataScanner,
    private readonly reflector: Reflector,
  ) {}

  onModuleInit(): void {
    for (const { instance, name } of this.discovery.getControllers()) {
      const prototype: unknown = instance ? Object.getPrototypeOf(instance) : null;
      if (typeof prototype !== 'object' || prototype === null) continue;
      for (const method of this.scanner.getAllMethodNames(prototype)) {
        const handler = (prototype as Record<string, () => unknown>)[method];
        if (handler === undefined || !Reflect.hasMetadata('path', handler)) continue;
        const access = this.reflector.get<Access | undefined>(ACCESS, handler);
        if (access === undefined)
          throw new Error(`${name}.${method} does not say whom it needs: add RequireRole or Public`);
        this.all.set(method, access);
      }
    }
  }

  /** Names of the operations that this actor may use, for the interface. */
  of(actor: Actor): string[] {
    return [...this.all].filter(([, access]) => mayUse(actor, access)).map(([name]) => name);
  }
}
