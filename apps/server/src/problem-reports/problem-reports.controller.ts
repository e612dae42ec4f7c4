import { Body, Controller, Get, HttpCode, Param, Post } from '@nestjs/common';
import { ApiConflictResponse, ApiNotFoundResponse, ApiOkResponse, ApiTags } from '@nestjs/swagger';
import { RequireRole, ProblemDto, valueOf } from '../platform/index.ts';
import { TagParam } from '../units/index.ts';
import { ProblemReportDto, NewProblemReportDto, problemReportDto } from './problem-report.dto.ts';
import { ProblemReportsService } from './problem-reports.service.ts';

@ApiTags('problem-reports')
@Controller('units/:tag/problems')
export class ProblemReportsController {
  constructor(private readonly problemReports: ProblemReportsService) {}

  @Get()
  @RequireRole('viewer', { bench: true, key: 'read' })
  @ApiOkResponse({ type: [ProblemReportDto], description: 'Reported and not answered by a check yet, oldest first.' })
  @ApiNotFoundResponse({ type: ProblemDto })
  async openProblems(@Param() { tag }: TagParam): Promise<ProblemReportDto[]> {
    return valueOf(await this.problemReports.open(tag)).map(problemReportDto);
  }

  @Post()
  @HttpCode(200)
  @RequireRole('technician', { bench: true })
  @ApiOkResponse({ type: ProblemReportDto })
  @ApiNotFoundResponse({ type: ProblemDto })
  @ApiConflictResponse({ type: ProblemDto })
  async reportProblem(@Param() { tag }: TagParam, @Body() report: NewProblemReportDto): Promise<ProblemReportDto> {
    return problemReportDto(valueOf(await this.problemReports.report(tag, report)));
  }
}
