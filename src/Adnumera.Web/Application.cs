using System.Text.Json;
using System.Text.Json.Serialization;
using Adnumera.Formats.Reading;
using Adnumera.LedgerClient.Http;
using Adnumera.SourceClient.Http;
using Adnumera.Storage.Backups;
using Adnumera.Web.Coding;
using Adnumera.Web.Companies;
using Adnumera.Web.Count;
using Adnumera.Web.Documents;
using Adnumera.Web.Feeds;
using Adnumera.Web.Hosting;
using Adnumera.Web.Incomplete;
using Adnumera.Web.InformationReturns;
using Adnumera.Web.Installation;
using Adnumera.Web.Ledger;
using Adnumera.Web.Mapping;
using Adnumera.Web.Notices;
using Adnumera.Web.Payroll;
using Adnumera.Web.Payroll.Owed;
using Adnumera.Web.People;
using Adnumera.Web.Posting;
using Adnumera.Web.Prices;
using Adnumera.Web.Proof;
using Adnumera.Web.Refusals;
using Adnumera.Web.Requests;
using Adnumera.Web.SetUp;
using Adnumera.Web.SignIn;
using Adnumera.Web.Spending;
using Adnumera.Web.Standing;
using Adnumera.Web.Start;
using Adnumera.Web.Suppliers;
using Adnumera.Web.Vocabulary;
using FluentValidation;
using Microsoft.AspNetCore.Antiforgery;
using Microsoft.AspNetCore.Authentication.Cookies;
using Microsoft.AspNetCore.DataProtection;
using Quartz;
using Serilog;

namespace Adnumera.Web;

/// <summary>The application as a whole: services, protection, and the table of its rooms.</summary>
public static class Application
{
    private const string Policy =
        "default-src 'self'; style-src 'self' 'unsafe-inline'; img-src 'self' data:; object-src 'none'; base-uri 'none'; "
        + "form-action 'self'; frame-ancestors 'none'";

    /// <summary>Builds it.</summary>
    /// <param name="settings">Where it runs.</param>
    /// <param name="port">0 for any free one.</param>
    /// <param name="clock">The clock; the system's when none is given.</param>
    /// <param name="configure">Further services.</param>
    public static WebApplication Build(
        WebSettings settings,
        int port,
        TimeProvider? clock = null,
        Action<WebApplicationBuilder>? configure = null
    )
    {
        if (!IsDescribing)
        {
            new Restoring(settings.DataFolder).Apply();
            Debris.Clear(settings.DataFolder);
        }

        var builder = WebApplication.CreateBuilder(
            new WebApplicationOptions
            {
                ApplicationName = typeof(Application).Assembly.GetName().Name,
                ContentRootPath = AppContext.BaseDirectory,
                WebRootPath = settings.UiFolder,
            }
        );
        settings.Doors.Open(builder, port);
        builder.Services.AddSerilog(c => Logs.Configure(c, settings.StructuredLogs), preserveStaticLogger: true);
        Telemetry.Add(builder.Services, settings.Telemetry);
        builder.Services.AddHealthChecks().AddCheck<InstallationHealth>("installation");
        builder.Services.AddSingleton(settings);
        builder.Services.AddSingleton(clock ?? TimeProvider.System);
        builder.Services.AddSingleton(s => new CompanyFiles(
            settings.DataFolder,
            s.GetRequiredService<TimeProvider>(),
            settings.BusySeconds,
            s.GetRequiredService<ILogger<CompanyFiles>>()
        ));
        builder.Services.AddSingleton<LedgerAccess>();
        builder.Services.AddSingleton<LedgerTurns>();
        builder.Services.AddSingleton<TaxNumbers>();
        builder.Services.AddSingleton<Dispatcher>();
        builder.Services.AddSingleton<AuditWatch>();
        builder.Services.AddSingleton<SignInLimits>();
        builder.Services.AddSingleton<StartCode>();
        builder.Services.AddSingleton<SuggestionMemory>();
        builder.Services.AddSingleton<BackupRun>();
        builder.Services.AddSingleton<Restart>();
        builder.Services.AddSingleton<PostingClock>();
        builder.Services.AddSingleton<FeedAccess>();
        builder.Services.AddSingleton<FeedPull>();
        builder.Services.AddSingleton<FeedTelling>();
        builder.Services.AddSingleton<FeedClock>();
        builder.Services.AddSingleton<PaymentsClock>();
        builder.Services.AddSingleton(OpenForms.WithRegisters);
        if (!IsDescribing)
        {
            builder.Services.AddHostedService<FilesAtStart>();
            builder.Services.AddHostedService(s => s.GetRequiredService<Dispatcher>());
            builder.Services.AddHostedService(s => s.GetRequiredService<AuditWatch>());
            builder.Services.AddHostedService<SearchFilling>();
            builder.Services.AddHostedService<RecodingWork>();
            if (settings.Wakes)
                AddClock(builder.Services, clock ?? TimeProvider.System, settings.Beat);
        }

        var protection = builder.Services.AddDataProtection().SetApplicationName("Adnumera");
        if (IsDescribing)
            protection.UseEphemeralDataProtectionProvider();
        else
            protection.PersistKeysToFileSystem(new DirectoryInfo(Path.Combine(settings.DataFolder, "keys")));

        builder.Services.AddLedgers(settings.LedgerPatience);
        builder.Services.AddFeeds(settings.LedgerPatience);
        builder
            .Services.AddAuthentication(CookieAuthenticationDefaults.AuthenticationScheme)
            .AddCookie(o =>
            {
                o.Cookie.Name = "adnumera";
                o.Cookie.HttpOnly = true;
                o.Cookie.SameSite = SameSiteMode.Lax;
                o.Cookie.SecurePolicy = settings.Doors.Hosts.Count > 0 ? CookieSecurePolicy.Always : CookieSecurePolicy.SameAsRequest;
                o.ExpireTimeSpan = Sessions.Idle;
                o.SlidingExpiration = true;
                o.Events.OnValidatePrincipal = Sessions.Validate;
                o.Events.OnRedirectToLogin = c => Status(c.Response, StatusCodes.Status401Unauthorized);
                o.Events.OnRedirectToAccessDenied = c => Status(c.Response, StatusCodes.Status403Forbidden);
            });
        builder.Services.AddAccess();
        builder.Services.AddAntiforgery(o =>
        {
            o.HeaderName = "X-Forgery";
            o.Cookie.Name = "adnumera-forgery";
            o.Cookie.SecurePolicy = settings.Doors.Hosts.Count > 0 ? CookieSecurePolicy.Always : CookieSecurePolicy.SameAsRequest;
        });
        builder.Services.AddRateLimiter(SignInLimits.ByAddress);
        builder.Services.ConfigureHttpJsonOptions(o =>
        {
            o.SerializerOptions.NumberHandling = JsonNumberHandling.Strict;
            o.SerializerOptions.TypeInfoResolverChain.Insert(0, RequestShape.Resolver);
            o.SerializerOptions.Converters.Add(new JsonStringEnumConverter(JsonNamingPolicy.SnakeCaseLower, allowIntegerValues: false));
        });
        builder.Services.AddProblemDetails();
        builder.Services.AddSingleton<IValidator<StatementRequest>, StatementRules>();
        builder.Services.AddSingleton<Underway>();
        builder.Services.AddSingleton<IValidator<TypedRequest>, TypedRules>();
        builder.Services.AddSingleton<IValidator<LabelsRequest>, LabelRules>();
        builder.Services.AddSingleton<IValidator<SavedViewRequest>, SavedViewRules>();
        builder.Services.AddSingleton<IValidator<NoticeChoiceRequest>, NoticeChoiceRules>();
        builder.Services.AddSingleton<IValidator<SourceChoiceRequest>, SourceChoiceRules>();
        builder.Services.AddSingleton<IValidator<PaymentAccountRequest>, PaymentAccountRules>();
        builder.Services.AddSingleton<IValidator<FeedRequest>, FeedRules>();
        builder.Services.AddSingleton<IValidator<StandingsRequest>, StandingsRules>();
        builder.Services.AddSingleton<IValidator<PriceDecisionRequest>, PriceDecisionRules>();
        builder.Services.AddSingleton<IValidator<PriceToleranceText>, PriceToleranceRules>();
        builder.Services.AddSingleton<IValidator<FeedScheduleRequest>, FeedScheduleRules>();
        builder.Services.AddSingleton<IValidator<FeedValueRequest>, FeedValueRules>();
        builder.Services.AddSingleton<IValidator<FeedWaitingRequest>, FeedWaitingRules>();
        builder.Services.AddSingleton<IValidator<LinkRequest>, LinkRules>();
        builder.Services.AddSingleton<IValidator<ApartRequest>, ApartRules>();
        builder.Services.AddSingleton<IValidator<GroupAnswer>, GroupRules>();
        builder.Services.AddSingleton<IValidator<NameRequest>, NameRules>();
        builder.Services.AddSingleton<IValidator<InvitationRequest>, InvitationRules>();
        builder.Services.AddSingleton<IValidator<MemberRequest>, MemberRules>();
        builder.Services.AddSingleton<IValidator<StartRequest>, StartRules>();
        builder.Services.AddSingleton<IValidator<CompanyRequest>, CompanyRules>();
        builder.Services.AddOpenApi(Description.Of);
        configure?.Invoke(builder);

        var app = builder.Build();
        settings.Doors.Guard(app);
        app.Use(Headers);
        Logs.Requests(app);
        app.UseExceptionHandler(
            new ExceptionHandlerOptions { ExceptionHandler = ProblemDocument.Explain, SuppressDiagnosticsCallback = _ => true }
        );
        app.UseStatusCodePages(c => ProblemDocument.Fill(c.HttpContext));
        app.UseDefaultFiles();
        app.UseStaticFiles();
        app.UseAuthentication();
        app.UseRateLimiter();
        app.UseAuthorization();
        app.Use(RefuseForgery);
        app.MapOpenApi();
        app.MapGet("/alive", () => "yes").AllowAnonymous().ExcludeFromDescription();
        app.MapHealthChecks("/health").AllowAnonymous();
        app.MapSession();
        app.MapOwn();
        app.MapInvitations();
        app.MapStart();
        app.MapVocabulary();
        app.MapConsentReturn();
        app.MapFeedReturn();
        var company = app.MapGroup("/api/companies/{companyId}")
            .AddEndpointFilter<RouteGroupBuilder, InputCheck>()
            .ProducesProblem(401)
            .ProducesProblem(403)
            .ProducesProblem(422);
        company.MapCount();
        company.MapArrivals();
        company.MapIncomplete();
        company.MapAttachments();
        company.MapDocuments();
        company.MapBulk();
        company.MapEntryPage();
        company.MapSourceRecord();
        company.MapListExport();
        company.MapSavedViews();
        company.MapSpend();
        company.MapNotices();
        company.MapLabels();
        company.MapMapping();
        company.MapRecodings();
        company.MapPosting();
        company.MapProof();
        company.MapConnection();
        company.MapChoices();
        company.MapSources();
        company.MapFeeds();
        company.MapStanding();
        company.MapPrices();
        company.MapPayRuns();
        company.MapPayRunCorrections();
        company.MapPayrollMapping();
        company.MapPayrollFiles();
        company.MapPayrollChoices();
        company.MapHours();
        company.MapOwed();
        company.MapDueFrom();
        company.MapSuppliers();
        company.MapTally();
        company.MapReturnDecisions();
        company.MapBoxes();
        company.MapDesk();
        company.MapW9();
        company.MapReturnFiles();
        company.MapOutputs();
        company.MapProgress();
        company.MapSafety();
        company.MapPeople();
        var installation = app.MapGroup("/api/installation")
            .WithTags("Installation")
            .AddEndpointFilter<RouteGroupBuilder, InputCheck>()
            .ProducesProblem(401)
            .ProducesProblem(403)
            .ProducesProblem(422);
        installation.MapCompanies();
        installation.MapBackups();

        // Whatever is not here is a problem to programs, and the page to people.
        if (settings.UiFolder is not null)
            app.MapFallbackToFile("{*path:nonfile:regex(^(?!api(/|$)|openapi/).*$)}", "index.html").AllowAnonymous();
        return app;
    }

    // Quartz wakes what posting, feeds and the 1099 year do by themselves; what is missed while the server stands still is made up once.
    private static void AddClock(IServiceCollection services, TimeProvider clock, TimeSpan beat)
    {
        services.AddQuartz(q =>
        {
            Each<PostingClock>(q, PostingClock.Key, clock, beat);
            Each<FeedClock>(q, FeedClock.Key, clock, beat);
            Each<PaymentsClock>(q, PaymentsClock.Key, clock, beat);
        });
        services.AddQuartzHostedService(o => o.WaitForJobsToComplete = true);
    }

    // By the clock that is read when they are woken.
    private static void Each<T>(IQuartzBuilder quartz, JobKey key, TimeProvider clock, TimeSpan beat)
        where T : IJob =>
        quartz
            .AddJob<T>(j => j.WithIdentity(key))
            .AddTrigger(t => t.ForJob(key).StartAt(clock.GetUtcNow() + beat).WithSimpleSchedule(s => s.WithInterval(beat).RepeatForever()));

    // The description of the API is made at build time by a tool that starts this program: it touches no installation.
    internal static bool IsDescribing { get; } = System.Reflection.Assembly.GetEntryAssembly()?.GetName().Name == "GetDocument.Insider";

    // Whatever answers, an error included, carries them.
    private static Task Headers(HttpContext http, RequestDelegate next)
    {
        http.Response.OnStarting(() =>
        {
            var headers = http.Response.Headers;
            // An answer that sets a stricter one keeps it.
            if (headers.ContentSecurityPolicy.Count == 0)
                headers.ContentSecurityPolicy = Policy;
            headers.XContentTypeOptions = "nosniff";
            headers["Referrer-Policy"] = "same-origin";
            if (http.Request.Path.StartsWithSegments("/api", StringComparison.Ordinal))
                headers.CacheControl = "no-store";
            return Task.CompletedTask;
        });
        return next(http);
    }

    private static async Task RefuseForgery(HttpContext http, RequestDelegate next)
    {
        if (
            http.Request.Path.StartsWithSegments("/api", StringComparison.Ordinal)
            && !HttpMethods.IsGet(http.Request.Method)
            && !HttpMethods.IsHead(http.Request.Method)
            && !await http.RequestServices.GetRequiredService<IAntiforgery>().IsRequestValidAsync(http)
        )
            throw new RefusedException("forgery", "This page is too old to change anything. Nothing was changed; load it again.", 400);
        await next(http);
    }

    // The words follow: whatever ends without a body gets them.
    private static Task Status(HttpResponse response, int status)
    {
        response.StatusCode = status;
        return Task.CompletedTask;
    }
}
