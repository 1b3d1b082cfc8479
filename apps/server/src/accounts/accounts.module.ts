import { Global, Module } from '@nestjs/common';
import { JournalModule } from '../journal/journal.module.ts';
import { AccountsController } from './accounts.controller.ts';
import { Accounts } from './accounts.ts';
import { Attempts } from './attempts.ts';
import { Roles } from './roles.ts';
import { Sessions } from './sessions.ts';

@Global()
@Module({
  imports: [JournalModule],
  controllers: [AccountsController],
  providers: [Accounts, Attempts, Roles, Sessions],
  exports: [Accounts, Sessions],
})
export class AccountsModule {}
