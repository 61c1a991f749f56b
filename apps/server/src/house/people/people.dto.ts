import { ApiProperty } from '@nestjs/swagger';
import { IsIn, IsNotEmpty, IsString, Matches, MaxLength } from 'class-validator';
import { ROLES, type Role } from '../entities';
import { trimmed } from '../../http/trimmed';

/** As an e-mail address is written; nothing is ever sent to it. */
const LIKE_AN_ADDRESS = /^[^\s@]{1,64}@[^\s@]{1,120}$/;
const LONGEST_TYPED = 1000;

export class SignInDto {
  @ApiProperty()
  @IsString()
  @IsNotEmpty({ message: 'signIn: type the name that you sign in with' })
  @MaxLength(190)
  signIn!: string;

  @ApiProperty()
  @IsString()
  @IsNotEmpty({ message: 'password: type your password' })
  @MaxLength(LONGEST_TYPED)
  password!: string;
}

export class CodeDto {
  @ApiProperty({ description: 'Of the second factor, or a recovery code.' })
  @IsString()
  @IsNotEmpty({ message: 'code: type the code' })
  @MaxLength(40)
  code!: string;
}

export class LinkDto {
  @ApiProperty({ description: 'What stands behind the # of the link.' })
  @IsString()
  @Matches(/^[\w-]{20,100}$/, { message: 'token: this is no link of ours' })
  token!: string;
}

export class NameDto {
  @ApiProperty()
  @trimmed()
  @IsString()
  @IsNotEmpty({ message: 'name: say what others are to call you' })
  @MaxLength(120)
  name!: string;
}

export class JoinDto extends LinkDto {
  @ApiProperty({ description: 'Like an e-mail address; nothing is sent to it.' })
  @trimmed()
  @IsString()
  @MaxLength(190)
  @Matches(LIKE_AN_ADDRESS, { message: 'signIn: write it like an e-mail address: maud@duskwren.example' })
  signIn!: string;

  @ApiProperty()
  @trimmed()
  @IsString()
  @IsNotEmpty({ message: 'name: say what others are to call you' })
  @MaxLength(120)
  name!: string;

  @ApiProperty()
  @IsString()
  @MaxLength(LONGEST_TYPED)
  password!: string;
}

export class ResetDto extends LinkDto {
  @ApiProperty()
  @IsString()
  @MaxLength(LONGEST_TYPED)
  password!: string;
}

export class NewPasswordDto {
  @ApiProperty()
  @IsString()
  @MaxLength(LONGEST_TYPED)
  before!: string;

  @ApiProperty()
  @IsString()
  @MaxLength(LONGEST_TYPED)
  password!: string;
}

export class PasswordDto {
  @ApiProperty()
  @IsString()
  @MaxLength(LONGEST_TYPED)
  password!: string;
}

export class RoleDto {
  @ApiProperty({ enum: ROLES })
  @IsIn(ROLES)
  role!: Role;
}

export class InviteDto extends RoleDto {
  @ApiProperty({ description: 'Whom it is for, like an e-mail address.' })
  @trimmed()
  @IsString()
  @MaxLength(190)
  @Matches(LIKE_AN_ADDRESS, { message: 'sentTo: write it like an e-mail address: maud@duskwren.example' })
  sentTo!: string;
}
