import { Global, Module } from '@nestjs/common';
import { JournalModule } from '../journal/journal.module.ts';
import { AccountsController } from './accounts.controller.ts';
import { Accounts } from './accounts.ts';
import { DeviceKeys } from './device-keys.ts';
import { KeysController } from './keys.controller.ts';
import { Attempts } from './attempts.ts';
import { Roles } from './roles.ts';
import { Sessions } from './sessions.ts';

@Global()
@Module({
  imports: [JournalModule],
  controllers: [AccountsController, KeysController],
  providers: [Accounts, Attempts, DeviceKeys, Roles, Sessions],
  exports: [Accounts, Sessions],
})
export class AccountsModule {}
